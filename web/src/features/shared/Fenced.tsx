"use client";
import Typography from "@mui/material/Typography";
import { Component, type ReactNode } from "react";

/** What fails within it is said in its place; everything around it stays. */
export class Fenced extends Component<{ what: string; children: ReactNode }, { failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError(): { failed: boolean } {
    return { failed: true };
  }

  /** What comes next is tried anew. */
  override componentDidUpdate(before: { children: ReactNode }): void {
    if (this.state.failed && before.children !== this.props.children) this.setState({ failed: false });
  }

  override render(): ReactNode {
    if (!this.state.failed) return this.props.children;
    return (
      <Typography variant="body2" color="text.secondary">
        {this.props.what} can&apos;t be shown: its data is invalid.
      </Typography>
    );
  }
}
