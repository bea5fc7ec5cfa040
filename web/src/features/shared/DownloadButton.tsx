"use client";
import Button, { type ButtonProps } from "@mui/material/Button";
import { useDownload } from "./use-download";

/** A link to a file that the server makes, as a button; it says that the file is being made. */
export function DownloadButton({ href, ...button }: Omit<ButtonProps<"a">, "onClick" | "loading"> & { href: string }) {
  const { making, onLink } = useDownload();
  return <Button {...button} href={href} loading={making} onClick={(event) => onLink(event, href)} />;
}
