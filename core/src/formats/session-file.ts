import { failure, success, type Result } from '../result.js';
import type { Session } from '../session/index.js';
import { against, parseJson, type FilePointer } from './against-schema.js';
import { withKeysOfToday } from './keys-of-today.js';
import { sessionFromChecked, sessionSchema, type SessionJson } from './session-schema.js';
import { formatsWords } from '../words/index.js';

const problemsOf = against(sessionSchema, '/session', formatsWords.sessionFile.sessionExpected);

/** The open session format: a session as a file. `docs/formats.md` describes it. */
export const SESSION_FORMAT = 'breath-session';
/** Counted up when an older reader would misunderstand a file. */
export const SESSION_FORMAT_VERSION = 3;
/** Larger files are no session. */
export const LARGEST_SESSION_FILE = 1_000_000;

export type SessionFileProblem = {
  readonly code: 'too-large' | 'not-json' | 'not-a-session' | 'unknown-version' | 'invalid';
  readonly message: string;
  readonly pointers: readonly FilePointer[];
};

/** A session as the text of a file: the same session always gives the same text. */
export function sessionToJson(session: Session): string {
  const file = { format: SESSION_FORMAT, version: SESSION_FORMAT_VERSION, session };
  return `${JSON.stringify(file, null, 2)}\n`;
}

/**
 * A session from the text of a file, whole or not at all. A file of another format or of a version that is not known is
 * refused; what is wrong inside is named with pointers. Numbers that the shape cannot check are left to `checkSession`.
 */
export function sessionFromJson(text: string): Result<Session, SessionFileProblem> {
  const no = (code: SessionFileProblem['code'], message: string, pointers: readonly FilePointer[] = []) =>
    failure({ code, message, pointers });
  if (text.length > LARGEST_SESSION_FILE) return no('too-large', formatsWords.sessionFile.fileTooLarge);
  const parsed = parseJson(text);
  if (!parsed.ok) return no('not-json', formatsWords.sessionFile.notJson);
  const file = parsed.value as { format?: unknown; version?: unknown; session?: unknown } | null;
  if (typeof file !== 'object' || file === null || file.format !== SESSION_FORMAT)
    return no('not-a-session', formatsWords.sessionFile.notThisFormat(SESSION_FORMAT), [
      { pointer: '/format', message: formatsWords.sessionFile.isExpected(SESSION_FORMAT) },
    ]);
  if (file.version !== 1 && file.version !== 2 && file.version !== SESSION_FORMAT_VERSION)
    return no(
      'unknown-version',
      formatsWords.sessionFile.unknownVersion(String(file.version), SESSION_FORMAT_VERSION),
      [{ pointer: '/version', message: formatsWords.sessionFile.versionExpected(SESSION_FORMAT_VERSION) }],
    );
  const session = withKeysOfToday(file.version === 1 ? fromFirstVersion(file.session) : file.session);
  const wrong = problemsOf(session);
  if (wrong.length > 0) return no('invalid', formatsWords.sessionFile.sessionNotReadable, wrong);
  return success(sessionFromChecked(session as SessionJson));
}

const isObject = (value: unknown): value is object =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Version 1 knew neither what to say aloud nor how much time there is; what is no session stays what it is. */
function fromFirstVersion(session: unknown): unknown {
  if (!isObject(session)) return session;
  const passages: unknown = (session as { passages?: unknown }).passages;
  return {
    minutes: null,
    ...session,
    ...(Array.isArray(passages) && {
      passages: passages.map((passage: unknown) => (isObject(passage) ? { say: '', ...passage } : passage)),
    }),
  };
}
