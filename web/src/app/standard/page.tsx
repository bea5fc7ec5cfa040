import { redirect } from "next/navigation";

export default function StandardPage(): never {
  redirect("/standard/layers");
}
