/** For whom a job is done; nobody is said where the demo asks for it. */
export interface Orderer {
  readonly officeId: string;
  readonly userId?: string;
}
