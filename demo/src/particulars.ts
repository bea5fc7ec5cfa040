/** What is typed once for each work, and fills the title blocks of its sheets. Invented. */
export const PARTICULARS = {
  "Saltmarsh Ferry Landing": {
    owner: "Tarnwick Plan Room",
    client: "Saltmarsh Harbour Board",
    project: "Saltmarsh Ferry Landing",
    address: "Quay 2, Saltmarsh",
    drawnBy: "I. Fenn",
    status: "For comment",
  },
  "Orchard Lane Veterinary Clinic": {
    owner: "Tarnwick Plan Room",
    client: "Orchard Lane Animal Care",
    project: "Orchard Lane Veterinary Clinic",
    address: "",
    drawnBy: "O. Marrow",
    status: "For comment",
  },
} as const;
