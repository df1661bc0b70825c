/** What PostgreSQL says when it is stopping, starting, full, or waited too long: classes and codes of SQLSTATE. */
const AWAY = /^(08|57P0[1-3]|53300|57014|55P03|25P03)/;
/** What the operating system says of a connection. */
const UNREACHABLE = new Set(['ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ETIMEDOUT', 'ENOTFOUND', 'EAI_AGAIN']);
/** What the driver says itself, without a code. */
const SAID =
  /Connection terminated|timeout exceeded when trying to connect|Query read timeout|Client has encountered a connection error|not queryable/;

const FOREIGN_KEY = '23503';

interface Failure {
  readonly code?: unknown;
  /** What the operating system was asked for. */
  readonly syscall?: unknown;
  readonly message?: unknown;
  /** As the mapper wraps it. */
  readonly driverError?: unknown;
}

const causeOf = (error: unknown): Failure => {
  const failure = (typeof error === 'object' && error !== null ? error : {}) as Failure;
  return typeof failure.driverError === 'object' && failure.driverError !== null
    ? (failure.driverError as Failure)
    : failure;
};

/** Whether a query failed because the database could not be asked, or did not answer in time. */
export function isDatabaseAway(error: unknown): boolean {
  const { code, syscall, message } = causeOf(error);
  // A socket in the file system that is not there; any other file that is missing is not the database's.
  if (code === 'ENOENT') return syscall === 'connect';
  if (typeof code === 'string' && (AWAY.test(code) || UNREACHABLE.has(code))) return true;
  return typeof message === 'string' && SAID.test(message);
}

/** Whether a row was to be written for one that is not there any more. */
export const isReferenceGone = (error: unknown): boolean => causeOf(error).code === FOREIGN_KEY;
