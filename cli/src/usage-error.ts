/** The call is wrong; the message says how to put it right. Ends the command with exit code 2. */
export class UsageError extends Error {}
