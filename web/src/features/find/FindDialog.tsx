"use client";
import Box from "@mui/material/Box";
import Dialog from "@mui/material/Dialog";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import useAutocomplete from "@mui/material/useAutocomplete";
import { useRouter } from "next/navigation";
import { useEffect, useMemo, useState } from "react";
import { bestOf, soughtWords } from "@hemstitch/core/standard/plain";
import type { FoundByKind } from "@/server/queries/find";
import { getJson, wordsOf } from "../shared/api";
import type { Somebody } from "../shell/somebody";
import { goalsOf } from "./goals";

interface Option {
  readonly kind: string;
  readonly name: string;
  readonly words: string;
  readonly path?: string;
  readonly opens?: "scale-slip";
}

const MOST_GOALS = 6;
/** What is typed within so many milliseconds is asked for at once. */
const PAUSE_MS = 120;

/** What the server finds of the words, once nothing has been typed for a moment; the last answer until then. */
function useFound(typed: string): { found: FoundByKind; asking: boolean; problem: string | null } {
  const [answer, setAnswer] = useState<{ to: string; found: FoundByKind; problem: string | null }>({
    to: "",
    found: [],
    problem: null,
  });
  const sought = typed.trim();
  useEffect(() => {
    let wanted = true;
    const timer = setTimeout(() => {
      const asked: Promise<{ kinds: FoundByKind }> =
        sought === "" ? Promise.resolve({ kinds: [] }) : getJson(`/api/find?q=${encodeURIComponent(sought)}`);
      asked.then(
        ({ kinds }) => wanted && setAnswer({ to: sought, found: kinds, problem: null }),
        (error: unknown) => wanted && setAnswer({ to: sought, found: [], problem: wordsOf(error) }),
      );
    }, PAUSE_MS);
    return () => {
      wanted = false;
      clearTimeout(timer);
    };
  }, [sought]);
  return { found: answer.found, asking: answer.to !== sought, problem: answer.problem };
}

/** Finds any entry, sheet, plan set, drawing, finding or place by its words, and goes there. */
export default function FindDialog({
  somebody,
  onClose,
  onSlip,
}: {
  somebody: Somebody;
  onClose: () => void;
  onSlip: () => void;
}) {
  const router = useRouter();
  const [typed, setTyped] = useState("");
  const { found, asking, problem } = useFound(typed);
  const goals = useMemo(() => goalsOf(somebody), [somebody]);
  const options = useMemo<Option[]>(() => {
    const words = soughtWords(typed);
    const near = words.length === 0 ? goals : bestOf(goals, words, (goal) => [goal.name, goal.words], MOST_GOALS);
    return [
      ...near.map((goal) => ({ kind: "Go to", ...goal })),
      ...found.flatMap(({ kind, found: list }) => list.map((each) => ({ kind, ...each }))),
    ];
  }, [typed, goals, found]);
  const take = (option: Option): void => {
    onClose();
    if (option.opens) onSlip();
    else if (option.path) router.push(option.path);
  };
  const { getRootProps, getInputLabelProps, getInputProps, getListboxProps, getOptionProps } = useAutocomplete<Option>({
    id: "find",
    options,
    open: true,
    value: null,
    inputValue: typed,
    autoHighlight: true,
    filterOptions: (all) => all,
    getOptionLabel: ({ name }) => name,
    getOptionKey: ({ kind, name, path }) => `${kind} ${path ?? name}`,
    onInputChange: (_event, next, reason) => reason === "input" && setTyped(next),
    onChange: (_event, option) => option && take(option),
    onClose: (_event, reason) => reason === "escape" && onClose(),
  });
  return (
    <Dialog
      open
      onClose={onClose}
      fullWidth
      maxWidth="sm"
      aria-labelledby="find-label"
      slotProps={{ container: { sx: { alignItems: "flex-start", pt: "8vh" } } }}
    >
      <Box {...getRootProps()} sx={{ px: 2.5, pt: 2, pb: 1.5 }}>
        <TextField
          autoFocus
          fullWidth
          id="find"
          label="Find a layer, sheet, finding, plan set or place"
          slotProps={{ htmlInput: getInputProps(), inputLabel: getInputLabelProps() }}
        />
      </Box>
      <Box
        component="ul"
        {...getListboxProps()}
        sx={{ m: 0, p: 0, py: 1, listStyle: "none", height: "56vh", overflow: "auto" }}
      >
        {options.map((option, index) => {
          const { key, ...props } = getOptionProps({ option, index });
          return <Row key={key} option={option} first={options[index - 1]?.kind !== option.kind} props={props} />;
        })}
      </Box>
      <Typography role="status" variant="body2" color={problem ? "error" : "text.secondary"} sx={{ px: 2.5, pb: 1.5 }}>
        {problem ?? stateInWords(options.length, asking)}
      </Typography>
    </Dialog>
  );
}

function stateInWords(count: number, asking: boolean): string {
  if (asking) return "Looking…";
  if (count === 0) return "Nothing found.";
  return "↑ ↓ to choose, Enter to go there, Esc to close";
}

function Row({ option: { kind, name, words }, first, props }: { option: Option; first: boolean; props: object }) {
  return (
    <Box
      component="li"
      {...props}
      sx={{
        display: "grid",
        gridTemplateColumns: "88px minmax(0, 1fr)",
        gap: 1,
        px: 2.5,
        py: 0.5,
        fontSize: 13,
        cursor: "pointer",
        "&.Mui-focused, &[aria-selected=true]": { bgcolor: "action.selected" },
      }}
    >
      <Box component="span" sx={{ color: "text.secondary" }}>
        {first ? kind : ""}
      </Box>
      <Box component="span" sx={{ minWidth: 0, overflowWrap: "anywhere" }}>
        {/* What a finding is called is a sentence. */}
        <Box component="span" sx={{ fontWeight: kind === "Findings" ? 400 : 600 }}>
          {name}
        </Box>
        {words && (
          <Box component="span" sx={{ color: "text.secondary" }}>
            {"  "}
            {words}
          </Box>
        )}
      </Box>
    </Box>
  );
}
