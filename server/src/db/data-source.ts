import { DataSource, type Logger } from 'typeorm';
import { allTables } from './entities.js';
import { migrations } from './migrations/index.js';

const nothing = (): void => undefined;
const SILENT: Logger = {
  log: nothing,
  logMigration: nothing,
  logQuery: nothing,
  logQueryError: nothing,
  logQuerySlow: nothing,
  logSchemaBuild: nothing,
};

/** The one door to the database. Migrations only: the schema is never synchronised from the entities. */
export const createDataSource = (url: string): DataSource =>
  new DataSource({
    type: 'postgres',
    url,
    entities: allTables,
    migrations,
    migrationsTableName: 'schema_migration',
    migrationsTransactionMode: 'each',
    synchronize: false,
    // What goes wrong is said once, in words, by whoever asked; queries may hold health facts and are never logged.
    logger: SILENT,
    poolSize: 10,
    // Small quick queries on rows that lie in memory: compiling them costs more than running them.
    extra: { options: '-c jit=off -c random_page_cost=1.1' },
    applicationName: 'nuvrah',
  });
