import { redirect } from "next/navigation";

export default function StandardHome(): never {
  redirect("/standard/layers");
}
