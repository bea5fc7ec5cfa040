import { readStandard } from "@hemstitch/core/standard";
import { answer, complain, guarded } from "@/server/access/guarded";
import { receiveFile } from "@/server/files/receive";
import { officeStandard, replaceStandard } from "@/server/queries/standard";

/** Takes a standard's JSON: as a dry run unless `store=VERSION` is asked for. Nothing is stored where anything is wrong. */
export const POST = guarded(true, async (asker, request) => {
  const received = await receiveFile(request);
  if (!received.ok) return complain(413, received.problem);
  const checked = readStandard(new TextDecoder().decode(received.value.bytes));
  if (!checked.ok)
    return complain(422, {
      message: `The file has ${checked.problems.length} ${checked.problems.length === 1 ? "error" : "errors"}; nothing was stored.`,
      problems: checked.problems.map((problem) => ({ at: String(problem.at ?? ""), message: problem.message })),
    });
  const { standard } = checked;
  const store = new URL(request.url).searchParams.get("store");
  const sums = {
    name: standard.name,
    edition: standard.edition,
    layers: standard.layers.length,
    pens: standard.pens.length,
    textStyles: standard.textStyles.length,
  };
  if (store === null) return answer({ ...sums, version: (await officeStandard(asker.officeId)).version });
  const replaced = await replaceStandard(asker, JSON.parse(JSON.stringify(standard)), Number(store));
  if (replaced.kind === "newer")
    return complain(409, {
      message: "Somebody has changed the standard meanwhile. Nothing was stored.",
      remedy: "Look at the newest state, then import again.",
    });
  if (replaced.kind === "wrong")
    return complain(422, { message: "The file has errors; nothing was stored.", problems: replaced.problems });
  return answer({ ...sums, version: replaced.version });
});
