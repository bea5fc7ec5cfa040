/** Who is signed in, as the rail and the finder know them. */
export interface Somebody {
  readonly name: string;
  readonly officeName: string;
  /** Sees the whole office, its standard too. */
  readonly seesOffice: boolean;
  /** Invites people and takes them out. */
  readonly leadsPeople: boolean;
}
