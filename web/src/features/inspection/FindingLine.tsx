"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import ButtonBase from "@mui/material/ButtonBase";
import Typography from "@mui/material/Typography";
import dynamic from "next/dynamic";
import { useEffect, useRef, useState } from "react";
import type { Recognised } from "@hemstitch/core/recognise";
import { familyOf } from "@hemstitch/core/rules/families";
import type { EditAnswer } from "@/server/forms/edit-answers";
import { sendJson, wordsOf } from "../shared/api";
import { useMay } from "../shared/may";
import { useNotice } from "../shared/Notice";
import { RuleName } from "../shared/RuleName";
import { SeverityShape } from "../shared/Severity";
import { mendWords } from "./mend-words";
import type { Numbered } from "./numbered";
import { ScaleEvidence } from "./ScaleEvidence";

const RequestDialog = dynamic(() => import("../requests/RequestDialog"), { ssr: false });
/** Rules about names that a program, not a person, may have given. */
const NAMING_RULES: ReadonlySet<string> = new Set(["layer/unregistered", "layer/malformed"]);

/** One finding; the one that is chosen says more, and what can be done about it. */
export function FindingLine({
  finding,
  edition,
  titled,
  recognised,
  selected,
  onSelect,
  onMend,
}: {
  finding: Numbered;
  edition: number | undefined;
  /** Whether it says itself what it is an example of; else what stands above it does. */
  titled: boolean;
  recognised: Recognised | null;
  selected: boolean;
  onSelect: (id: string) => void;
  onMend: ((only: string[]) => Promise<void>) | undefined;
}) {
  const line = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (selected) line.current?.scrollIntoView({ block: "nearest" });
  }, [selected]);
  return (
    <Box
      ref={line}
      sx={{
        borderLeft: "3px solid",
        borderColor: selected ? "secondary.main" : "transparent",
        bgcolor: selected ? "background.default" : undefined,
      }}
    >
      <ButtonBase
        onClick={() => onSelect(finding.key)}
        aria-pressed={selected}
        sx={{
          display: "flex",
          width: "100%",
          textAlign: "left",
          gap: 1,
          px: 1.6,
          py: 0.6,
          alignItems: "flex-start",
          justifyContent: "flex-start",
          fontFamily: "inherit",
        }}
      >
        <Box sx={{ pt: 0.45 }}>
          <SeverityShape severity={finding.severity} />
        </Box>
        <Typography variant="body2" component="span" color="text.secondary" sx={{ minWidth: 18 }}>
          {finding.number}
        </Typography>
        <Typography variant="body2" component="span" sx={{ overflowWrap: "anywhere" }}>
          {titled && (
            <Box component="span" sx={{ display: "block", fontWeight: 600 }}>
              {finding.title}
            </Box>
          )}
          {finding.message}
        </Typography>
      </ButtonBase>
      {selected && (
        <Box sx={{ px: 2, pb: 1, pl: 6.4 }}>
          {/* Of a dimension the sentence says both, in the units that it is written in. */}
          {finding.measured !== undefined && finding.expected !== undefined && familyOf(finding.rule) !== "dim" && (
            <Typography variant="body2" sx={{ mb: 0.5 }}>
              measured <b>{finding.measured}</b> · expected <b>{finding.expected}</b> {finding.unit ?? ""}
            </Typography>
          )}
          {familyOf(finding.rule) === "scale" && <ScaleEvidence finding={finding} page={recognised} />}
          {finding.mend && onMend && (
            <Button variant="outlined" onClick={() => void onMend([finding.key])}>
              {mendWords(finding.mend, finding.expected)}
            </Button>
          )}
          {finding.rule === "layer/unregistered" && finding.layer !== undefined && (
            <AskForLayer name={finding.layer} finding={finding.message} />
          )}
          {/* A name that is clearly meant for another was typed by somebody. */}
          {NAMING_RULES.has(finding.rule) && finding.layer !== undefined && !finding.mend && (
            <DefaultLayer name={finding.layer} />
          )}
          {titled && (
            <Typography variant="caption" component="p" sx={{ mt: 0.5 }}>
              <RuleName id={finding.rule} title="What this rule measures" edition={edition} />
            </Typography>
          )}
        </Box>
      )}
    </Box>
  );
}

/** A layer that files bring of themselves can be put on the standard's list of such layers from the finding. */
function DefaultLayer({ name }: { name: string }) {
  const [mayEdit, notice] = [useMay("edit-standard"), useNotice()];
  const [done, setDone] = useState(false);
  if (!mayEdit) return null;
  const add = async (): Promise<void> => {
    try {
      await sendJson<EditAnswer>("PATCH", "/api/standard/draft", { of: "default-layer", name, is: true });
      setDone(true);
      notice(`“${name}” is on the draft's list of default layers. It counts from the next edition on.`);
    } catch (error) {
      notice(wordsOf(error), "error");
    }
  };
  return (
    <Button disabled={done} onClick={() => void add()}>
      {done ? "On the list of default layers" : "Files bring this layer of themselves"}
    </Button>
  );
}

/** A layer that is missing in the register can be asked for from the finding that says so. */
function AskForLayer({ name, finding }: { name: string; finding: string }) {
  const [open, setOpen] = useState(false);
  const entry = { name, purpose: "", screenColour: "#1b2a41", plots: true };
  return (
    <>
      <Button onClick={() => setOpen(true)}>Ask for this layer</Button>
      {open && <RequestDialog list="layers" entry={entry} isNew finding={finding} onClose={() => setOpen(false)} />}
    </>
  );
}
