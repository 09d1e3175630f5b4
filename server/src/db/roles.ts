import pg from "pg";

/** What was noted and what was changed is added to, never changed: by nobody but the owner's own functions. */
const KEPT_FOR_GOOD = "evidence, check_notes, class_entries, history";

/**
 * Lets a role use the tables, as the owner who made them: it reads and writes, but may change no table, end no trigger,
 * and touch nothing that is kept for good.
 * @param ownerUrl the address of the database, as its owner
 * @param serverUrl the same database, as the role that the server speaks as
 */
export async function grantUse(ownerUrl: string, serverUrl: string): Promise<void> {
  const role = pg.escapeIdentifier(decodeURIComponent(new URL(serverUrl).username));
  const client = new pg.Client({ connectionString: ownerUrl, connectionTimeoutMillis: 15_000 });
  await client.connect();
  try {
    await client.query(`
      revoke create on schema public from public;
      grant usage on schema public to ${role};
      grant select, insert, update, delete on all tables in schema public to ${role};
      revoke update, delete, truncate on ${KEPT_FOR_GOOD} from ${role};
      grant usage, select on all sequences in schema public to ${role};
      grant execute on all functions in schema public to ${role};`);
  } finally {
    await client.end();
  }
}

/** Whether whoever speaks with this address owns the tables, so that they could end what protects them. */
export async function ownsTables(url: string): Promise<boolean> {
  const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 15_000 });
  await client.connect();
  try {
    const { rows } = await client.query<{ owns: boolean }>(
      "select pg_has_role(tableowner, 'member') as owns from pg_tables where schemaname = 'public' and tablename = 'evidence'",
    );
    return rows[0]?.owns ?? false;
  } finally {
    await client.end();
  }
}
