import type { ChangeKind } from "@hemstitch/core/drawing";

/** What a mend does, as the words of its button. */
export function mendWords(mend: ChangeKind, expected: string | number | undefined): string {
  switch (mend) {
    case "rename":
      return "Rename the layer";
    case "switch-off":
      return "Switch the layer off";
    case "move":
      return expected === undefined ? "Move to its layer" : `Move to ${expected}`;
    case "remove":
      return "Remove the later one";
    case "re-space":
      return "Draw it at the right spacing";
    case "set-width":
      return "Set the width";
    case "set-line-type":
      return "Set the line type";
    case "set-shade":
      return "Set the shade";
    case "set-height":
      return "Set the height";
    case "set-text":
      return "Write it that way";
    case "write-text":
      return "Write it in";
    case "turn":
      return "Turn it round";
  }
}
