"use client";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useDeferredValue, useEffect, useMemo, useState } from "react";
import { HYPHENATED_DISCIPLINE, ISO_13567, parseName, schemeFaults } from "@hemstitch/core/naming";
import {
  SCHEME_FIELDS,
  valueAt,
  type CodeEntry,
  type FieldEntry,
  type SchemeEntry,
} from "@hemstitch/core/standard/plain";
import { CODE_FONT } from "../shell/theme";
import { useDraft } from "./draft";
import { PropertyField } from "./PropertyField";

interface Props {
  readonly scheme: SchemeEntry;
  readonly mayEdit: boolean;
  /** Stores the scheme; where left out, every change goes to `onChange` at once. */
  readonly onStore?: (scheme: SchemeEntry) => Promise<boolean>;
  readonly onChange?: (scheme: SchemeEntry) => void;
}

const NEW_FIELD: FieldEntry = {
  id: "field",
  title: "field",
  minLength: 1,
  maxLength: 4,
  characters: "letters-and-digits",
  required: false,
};

/** A scheme of names: its fields, codes and separators; examples and faults are worked out as one types. */
export function SchemeEditor({ scheme, mayEdit, onStore, onChange }: Props) {
  const [draft, setDraft] = useState(scheme);
  useEffect(() => setDraft(scheme), [scheme]);
  const change = (next: SchemeEntry): void => {
    setDraft(next);
    onChange?.(next);
  };
  const settled = useDeferredValue(draft);
  const faults = useMemo(() => schemeFaults(settled), [settled]);
  const changed = JSON.stringify(draft) !== JSON.stringify(scheme);
  const setField = (index: number, field: FieldEntry): void =>
    change({ ...draft, fields: draft.fields.map((each, i) => (i === index ? field : each)) });
  return (
    <Box sx={{ display: "flex", flexDirection: "column", gap: 1.25 }}>
      {onStore && mayEdit && (
        <Box>
          <Typography variant="body2" sx={{ mb: 0.5 }}>
            Begin with a published scheme:
          </Typography>
          {[HYPHENATED_DISCIPLINE, ISO_13567].map((published) => (
            <Button key={published.id} onClick={() => change(JSON.parse(JSON.stringify(published)) as SchemeEntry)}>
              {published.title}
            </Button>
          ))}
        </Box>
      )}
      <Box sx={{ display: "grid", gridTemplateColumns: "1fr 96px 96px", gap: 1 }}>
        <TextField
          label="Title"
          value={draft.title}
          disabled={!mayEdit}
          onChange={(event) => change({ ...draft, title: event.target.value })}
        />
        <TextField
          label="Separator"
          value={draft.separator}
          disabled={!mayEdit}
          onChange={(event) => change({ ...draft, separator: event.target.value.slice(0, 1) })}
        />
        <TextField
          label="Filler"
          value={draft.filler ?? ""}
          disabled={!mayEdit}
          onChange={(event) => {
            const { filler: _filler, ...rest } = draft;
            change(event.target.value === "" ? rest : { ...rest, filler: event.target.value.slice(0, 1) });
          }}
        />
      </Box>
      {faults.map((fault, i) => (
        <Typography key={i} role="alert" variant="body2" color={fault.kind === "never-matches" ? "error" : "mend.main"}>
          {fault.message}
        </Typography>
      ))}
      {draft.fields.map((field, index) => (
        <FieldPart
          key={index}
          field={field}
          mayEdit={mayEdit}
          onChange={(next) => setField(index, next)}
          onRemove={() => change({ ...draft, fields: draft.fields.filter((_, i) => i !== index) })}
          onUp={index > 0 ? () => change({ ...draft, fields: swapped(draft.fields, index - 1) }) : undefined}
        />
      ))}
      {mayEdit && (
        <Box>
          <Button
            onClick={() =>
              change({ ...draft, fields: [...draft.fields, { ...NEW_FIELD, id: `field${draft.fields.length + 1}` }] })
            }
          >
            Add field
          </Button>
        </Box>
      )}
      <TextField
        label="Examples, one a line"
        multiline
        minRows={2}
        value={draft.examples.join("\n")}
        disabled={!mayEdit}
        onChange={(event) => change({ ...draft, examples: event.target.value.split("\n") })}
        slotProps={{ htmlInput: { style: { fontFamily: CODE_FONT, fontSize: 13 } } }}
      />
      <Box component="ul" sx={{ listStyle: "none", p: 0, m: 0, fontSize: 13 }}>
        {draft.examples
          .filter((example) => example !== "")
          .map((example, i) => {
            const parsed = parseName(example, settled);
            return (
              <Box component="li" key={i} sx={{ color: parsed.ok ? "text.primary" : "error.main" }}>
                <code>{example}</code>{" "}
                {parsed.ok
                  ? parsed.parts.map((part) => part.meaning ?? part.title).join(" · ")
                  : `Character ${parsed.failure.at + 1}: ${parsed.failure.message}`}
              </Box>
            );
          })}
      </Box>
      {onStore && mayEdit && (
        <Box sx={{ display: "flex", gap: 1 }}>
          <Button
            variant="contained"
            disabled={!changed || faults.some((fault) => fault.kind === "never-matches")}
            onClick={() => void onStore({ ...draft, examples: draft.examples.filter((each) => each !== "") })}
          >
            Store scheme
          </Button>
          <Button disabled={!changed} onClick={() => setDraft(scheme)}>
            As it was
          </Button>
        </Box>
      )}
    </Box>
  );
}

function swapped<T>(list: readonly T[], at: number): T[] {
  const next = [...list];
  const [a, b] = [next[at], next[at + 1]];
  if (a !== undefined && b !== undefined) [next[at], next[at + 1]] = [b, a];
  return next;
}

function FieldPart({
  field,
  mayEdit,
  onChange,
  onRemove,
  onUp,
}: {
  field: FieldEntry;
  mayEdit: boolean;
  onChange: (field: FieldEntry) => void;
  onRemove: () => void;
  onUp: (() => void) | undefined;
}) {
  const { standard } = useDraft();
  const [open, setOpen] = useState(false);
  const length =
    field.minLength === field.maxLength ? String(field.minLength) : `${field.minLength}–${field.maxLength}`;
  return (
    <Box sx={{ borderBottom: "1px solid", borderColor: "divider", pb: 0.5 }}>
      <Box sx={{ display: "flex", alignItems: "center", gap: 1, fontSize: 13 }}>
        <Button
          onClick={() => setOpen(!open)}
          aria-expanded={open}
          sx={{ justifyContent: "flex-start", flex: 1, minWidth: 0 }}
        >
          {field.title}
        </Button>
        <Typography variant="caption" color="text.secondary">
          {length}{" "}
          {length === "1"
            ? field.characters.replaceAll("-", " ").replace(/s\b/g, "").replace(" and ", " or ")
            : field.characters.replaceAll("-", " ")}
          , {field.required ? "required" : "may be left out"}
          {field.codes ? `, ${field.codes.length} codes` : ""}
        </Typography>
      </Box>
      {open && (
        <Box sx={{ pl: 1, pb: 1 }}>
          <Box sx={{ display: "grid", gridTemplateColumns: "1fr 1fr", gap: 1 }}>
            {SCHEME_FIELDS.map((property) => (
              <PropertyField
                key={property.path}
                property={property}
                value={valueAt(field, property.path)}
                standard={standard}
                disabled={!mayEdit}
                onChange={(value) => {
                  const next = { ...field, [property.path]: value };
                  if (value === undefined) delete next[property.path as keyof FieldEntry];
                  onChange(next);
                }}
              />
            ))}
          </Box>
          <CodesField
            codes={field.codes ?? []}
            disabled={!mayEdit}
            onChange={(codes) => {
              const { codes: _codes, ...rest } = field;
              onChange(codes.length === 0 ? rest : { ...rest, codes });
            }}
          />
          {mayEdit && (
            <Box sx={{ mt: 0.5 }}>
              {onUp && <Button onClick={onUp}>Move up</Button>}
              <Button onClick={onRemove}>Remove field</Button>
            </Box>
          )}
        </Box>
      )}
    </Box>
  );
}

const written = (codes: readonly CodeEntry[]): string =>
  codes.map((code) => `${code.code} ${code.meaning}`.trimEnd()).join("\n");

/** The codes of a field as lines; the text stays as it is typed. */
function CodesField({
  codes,
  disabled,
  onChange,
}: {
  codes: readonly CodeEntry[];
  disabled: boolean;
  onChange: (codes: CodeEntry[]) => void;
}) {
  const [text, setText] = useState(written(codes));
  return (
    <TextField
      label="Codes: one a line, then its meaning"
      multiline
      minRows={2}
      maxRows={10}
      fullWidth
      sx={{ mt: 1 }}
      disabled={disabled}
      value={text}
      onChange={(event) => {
        setText(event.target.value);
        onChange(
          event.target.value.split("\n").flatMap((line) => {
            const [code = "", ...meaning] = line.trimStart().split(" ");
            return code === "" ? [] : [{ code, meaning: meaning.join(" ") }];
          }),
        );
      }}
      slotProps={{ htmlInput: { style: { fontFamily: CODE_FONT, fontSize: 12 } } }}
    />
  );
}
