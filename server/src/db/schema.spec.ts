import { freshDatabase } from '../testing/test-server.js';

describe('schema', () => {
  it('is made by the migrations exactly as the entities describe it', async () => {
    const { source, drop } = await freshDatabase();
    await source.runMigrations();
    const drift = await source.driver.createSchemaBuilder().log();
    expect(drift.upQueries.map(({ query }) => query)).toEqual([]);
    await drop();
  });

  it('can be taken back to nothing and made again', async () => {
    const { source, drop } = await freshDatabase();
    const tables = async (): Promise<unknown[]> =>
      source.query(
        `SELECT tablename FROM pg_tables WHERE schemaname = 'public' AND tablename <> 'schema_migration'`,
      );
    await source.runMigrations();
    expect((await tables()).length).toBeGreaterThan(7);
    for (const _ of source.migrations) await source.undoLastMigration();
    expect(await tables()).toEqual([]);
    await source.runMigrations();
    expect((await tables()).length).toBeGreaterThan(7);
    await drop();
  });
});
