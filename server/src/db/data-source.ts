import pg from 'pg';
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

/**
 * A pool whose clients say what happens to them. When PostgreSQL is stopped, a client that waits for its next query has nobody to
 * tell it to; an error that nobody hears ends the whole process. The next query finds the loss by itself.
 */
class HeardPool extends pg.Pool {
  constructor(options: pg.PoolConfig) {
    super(options);
    this.on('connect', (client) => void client.on('error', nothing));
    this.on('error', nothing);
  }
}

/** In milliseconds: nobody waits for a database that does not answer, nor for a row that somebody else holds. */
const PATIENCE = { connection: 5_000, statement: 30_000, lock: 5_000, idle: 15_000, answer: 35_000 } as const;

// Small quick queries on rows that lie in memory: compiling them costs more than running them.
const SESSION = ['jit=off', 'random_page_cost=1.1'];
const LIMITS = [
  `statement_timeout=${PATIENCE.statement}`,
  `lock_timeout=${PATIENCE.lock}`,
  `idle_in_transaction_session_timeout=${PATIENCE.idle}`,
];

/**
 * The one door to the database. Migrations only: the schema is never synchronised from the entities.
 *
 * @param hurry how long is waited: requests have people waiting for them, migrations take what they take.
 */
export const createDataSource = (url: string, hurry: 'requests' | 'migrations' = 'requests'): DataSource =>
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
    driver: { ...pg, Pool: HeardPool },
    extra: {
      options: [...SESSION, ...(hurry === 'requests' ? LIMITS : [])].map((one) => `-c ${one}`).join(' '),
      connectionTimeoutMillis: PATIENCE.connection,
      ...(hurry === 'requests' && { query_timeout: PATIENCE.answer }),
    },
    applicationName: 'nuvrah',
  });
