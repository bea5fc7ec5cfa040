"use client";
import Button from "@mui/material/Button";
import { useRouter } from "next/navigation";
import { BinLink } from "../bin/BinLink";
import { useBin } from "../bin/use-bin";

/** A whole plan set goes to the bin, and the list of sets takes its place. */
export function TakeSetAway({ id }: { id: string }) {
  const router = useRouter();
  const { takeAway } = useBin();
  return (
    <>
      <Button
        color="inherit"
        onClick={() =>
          void takeAway(
            `/api/plan-sets/${id}`,
            () => router.push("/plan-sets"),
            () => router.push(`/plan-sets/${id}`),
          )
        }
      >
        Move plan set to the bin
      </Button>
      <BinLink />
    </>
  );
}
