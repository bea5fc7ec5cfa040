/** People of the demo office and of the outside consultant; all invented. The sign-in page of the demo offers them. */
export const DEMO_PEOPLE = [
  {
    name: "Ida Fenn",
    part: "coordinator",
    role: "coordinator",
    email: "ida.fenn@tarnwick.example",
    password: "linen and hairline",
  },
  {
    name: "Orrin Marrow",
    part: "drafter",
    role: "drafter",
    email: "orrin.marrow@tarnwick.example",
    password: "ruling pen and ink",
  },
  {
    name: "Tamsin Quill",
    part: "project lead",
    role: "project-lead",
    email: "tamsin.quill@tarnwick.example",
    password: "sheets go out friday",
  },
  {
    name: "Bram Sallow",
    part: "reader: structural consultant",
    role: "reader",
    email: "bram.sallow@sallow.example",
    password: "columns and footings",
  },
] as const;
