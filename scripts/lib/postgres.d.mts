/** A PostgreSQL server of the project's own. */
export interface PostgresServer {
  /** Address of its first database. */
  readonly url: string;
  /** Makes a database unless it is there, and gives its address. */
  readonly database: (name: string) => string;
  /** The address of a database for the role that the application works as. */
  readonly asApplication: (address: string) => string;
  readonly port: number;
  /** Stops the server, lets it be away for so many milliseconds, and starts it again on the same data. */
  readonly restart: (awayMs?: number) => Promise<void>;
  /** Told when the server ends, whoever ended it. */
  readonly ended: Promise<unknown>;
  readonly launch: () => Promise<void>;
  readonly stop: () => Promise<void>;
}

export const APPLICATION_ROLE: string;

export function startPostgres(
  name: string,
  options?: { readonly fresh?: boolean; readonly port?: number },
): Promise<PostgresServer>;
