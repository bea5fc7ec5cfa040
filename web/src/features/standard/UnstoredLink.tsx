import Button from "@mui/material/Button";
import Link from "next/link";
import { chapterOf, entriesOf, keyOf, LISTS } from "@hemstitch/core/standard/plain";
import { useDraft } from "./draft";
import { useAllUnstored, type Unstored } from "./unstored";

const pathOf = ({ list, key }: Unstored): string =>
  `/standard/${chapterOf(list)}?${new URLSearchParams({ view: list, ...(key === null ? { new: "yes" } : { entry: key }) }).toString()}`;

const inWords = ({ list, key }: Unstored): string =>
  key === null ? `a new ${LISTS[list].one}` : `${LISTS[list].one} ${key}`;

/** Says which entries were changed and not stored, and leads to the one that was changed last. */
export function UnstoredLink() {
  const { officeId, standard } = useDraft();
  const unstored = useAllUnstored().filter(
    ({ officeId: of, list, key }) =>
      of === officeId && (key === null || entriesOf(standard, list).some((entry) => keyOf(list, entry) === key)),
  );
  const last = unstored.at(-1);
  if (!last) return null;
  return (
    <Button component={Link} href={pathOf(last)} sx={{ color: "mend.main" }} title={unstored.map(inWords).join(", ")}>
      {unstored.length.toLocaleString("en")} not stored
    </Button>
  );
}
