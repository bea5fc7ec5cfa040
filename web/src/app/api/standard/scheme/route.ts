import { isDeepStrictEqual } from "node:util";
import type { SchemeEntry } from "@hemstitch/core/standard";
import { answer, complain, guarded } from "@/server/access/guarded";
import { complainOfEdit } from "@/server/edit-answers";
import { formOf, SchemeChange } from "@/server/forms";
import { changeDraft } from "@/server/queries/standard";

/** As it goes over the line: the order of properties, which the database changes, does not count. */
const plain = (value: unknown): unknown => JSON.parse(JSON.stringify(value));

/** Replaces the scheme of layer names or of sheet numbers. */
export const PATCH = guarded("edit-standard", async (asker, request) => {
  const form = await formOf(SchemeChange, request);
  if (form instanceof Response) return form;
  const which = form.which;
  let stale = false;
  const edited = await changeDraft(asker, (content) => {
    const before = content.naming[which];
    if (!isDeepStrictEqual(plain(before), plain(form.was))) {
      stale = true;
      return { kind: "newer", version: 0 };
    }
    return {
      content: { ...content, naming: { ...content.naming, [which]: form.scheme as unknown as SchemeEntry } },
      steps: [{ what: `standard.naming.${which}`, entry: before.id, before, after: form.scheme }],
    };
  });
  if (stale)
    return complain(409, {
      message: "Somebody has changed this scheme meanwhile. Nothing of yours was stored.",
      remedy: "Load the page anew and make the change again.",
    });
  return edited.kind === "saved" ? answer({ version: edited.version }) : complainOfEdit(edited);
});
