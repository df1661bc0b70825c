import type { DataSource } from 'typeorm';
import { StartupProblem } from '../startup-problem.js';
import { createDataSource } from './data-source.js';
import { migrations } from './migrations/index.js';

/**
 * Opens the database and brings its schema up to date.
 * @throws StartupProblem when a newer version made it: going back would lose what only that version knows.
 */
export async function openDatabase(url: string): Promise<DataSource> {
  const migrating = await createDataSource(url, 'migrations').initialize();
  try {
    await refuseNewer(migrating);
    await migrating.runMigrations();
  } finally {
    await migrating.destroy();
  }
  return createDataSource(url).initialize();
}

async function refuseNewer(source: DataSource): Promise<void> {
  const known = new Set(migrations.map(({ name }) => name));
  const [table] = await source.query<{ there: string | null }[]>(
    `SELECT to_regclass('schema_migration') AS there`,
  );
  if (!table?.there) return;
  const applied = await source.query<{ name: string }[]>('SELECT name FROM schema_migration');
  const unknown = applied.filter(({ name }) => !known.has(name));
  if (unknown.length === 0) return;
  throw new StartupProblem(
    `The database was made by a newer version (${unknown.map(({ name }) => name).join(', ')}). Start that version, or use another database.`,
  );
}
