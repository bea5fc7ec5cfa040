/** A person of the demo office, as the sign-in page offers them. */
export interface DemoPerson {
  readonly name: string;
  readonly part: string;
  readonly email: string;
  readonly password: string;
}

/** People to come in as, in the demo only: its start command says who there is. Empty anywhere else. */
export function demoPeople(): readonly DemoPerson[] {
  const said = process.env["HEMSTITCH_DEMO_PEOPLE"];
  return said ? (JSON.parse(said) as DemoPerson[]) : [];
}
