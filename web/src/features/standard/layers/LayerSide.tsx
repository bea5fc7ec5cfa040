"use client";
import dynamic from "next/dynamic";
import { useMemo, useState } from "react";
import { blankEntry, type Entry } from "@hemstitch/core/standard/plain";
import { OneOf } from "../../shared/OneOf";
import { useDraft } from "../draft";
import { EntryPanel } from "../EntryPanel";
import { NameParts } from "./NameParts";

const SchemeEditor = dynamic(() => import("../SchemeEditor").then((each) => each.SchemeEditor), { ssr: false });
const NameBuilder = dynamic(() => import("./NameBuilder").then((each) => each.NameBuilder), { ssr: false });
const NameTester = dynamic(() => import("./NameTester").then((each) => each.NameTester), { ssr: false });

const VIEWS = [
  ["entry", "Layer"],
  ["build", "Build a name"],
  ["test", "Test names"],
  ["scheme", "Scheme"],
] as const;

/** Beside the layer register: the chosen layer, the scheme of names, a name built, names tested. */
export default function LayerSide({
  chosen,
  adding,
  onChoose,
}: {
  chosen: string | null;
  adding: boolean;
  onChoose: (key: string | null) => void;
}) {
  const { standard, mayEdit, edit } = useDraft();
  const [tab, setTab] = useState<(typeof VIEWS)[number][0]>("entry");
  const scheme = standard.naming.layers;
  const names = useMemo(() => standard.layers.map((layer) => layer.name), [standard.layers]);
  const add = async (name: string): Promise<void> => {
    const entry = { ...blankEntry(standard, "layers"), name };
    if (!(await edit({ of: "list", list: "layers", edits: [{ key: null, entry, at: 0 }] }))) return;
    onChoose(name);
    setTab("entry");
  };
  return (
    <>
      <OneOf label="About layers" options={VIEWS} value={adding ? "entry" : tab} onChange={setTab} sx={{ mb: 1.25 }} />
      {(adding || tab === "entry") && (
        <EntryPanel
          list="layers"
          chosen={chosen}
          adding={adding}
          onChoose={onChoose}
          more={(entry: Entry) => (entry["name"] ? <NameParts name={String(entry["name"])} scheme={scheme} /> : null)}
        />
      )}
      {!adding && tab === "build" && (
        <NameBuilder scheme={scheme} taken={names} mayAdd={mayEdit} onAdd={(name) => void add(name)} />
      )}
      {!adding && tab === "test" && <NameTester scheme={scheme} register={names} />}
      {!adding && tab === "scheme" && (
        <SchemeEditor
          scheme={scheme}
          mayEdit={mayEdit}
          onStore={(next) => edit({ of: "scheme", which: "layers", scheme: next })}
        />
      )}
    </>
  );
}
