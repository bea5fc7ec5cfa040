/** Version of the command line, as reports name it. */
export const VERSION = "0.1.0";
