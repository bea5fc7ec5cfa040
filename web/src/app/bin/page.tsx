import { BinView } from "@/features/bin/BinView";
import { asker } from "@/server/forms/asker";
import { binOf } from "@/server/bin/bin";

export const metadata = { title: "Bin" };

export default async function BinPage() {
  const rows = await binOf(await asker());
  return (
    <BinView
      items={rows.map(({ kind, id, name, of, who, takenAt }) => ({
        kind,
        id,
        name,
        of,
        who,
        takenAt: takenAt.toISOString(),
      }))}
    />
  );
}
