import { DateTime } from 'luxon';
import Papa from 'papaparse';
import type { Conventions } from '../conventions/index.js';
import { isComplete, SITTING_PLACES, type LeadRecord, type PassageRecord } from '../leading/index.js';
import { SIGN_IDS, type SignId } from '../policy/index.js';
import { checkSession, sessionOfRecord } from '../session/index.js';
import { millis } from '../units/index.js';
import { readPassage, type CellReader } from './csv-passage.js';
import { CSV_COLUMNS, plainCell, type CsvColumn, type LoggedSitting } from './sittings-csv.js';
import { formatsWords } from '../words/index.js';

/** What a log is read against. */
export interface CsvContext {
  readonly students: readonly { readonly id: string; readonly name: string }[];
  /** Sittings that are on record already. */
  readonly known: readonly { readonly id: string; readonly studentId: string; readonly startedAt: string }[];
  /** Of times that are written without a zone. */
  readonly timeZone: string;
  /** In UTC, ISO 8601: nothing that is on record lies in the future. */
  readonly now: string;
  readonly profile: Conventions;
  /** Makes an id for a sitting or passage that has none. */
  readonly newId: () => string;
}

/** Something that is wrong in the file, where, and what to do. */
export interface CsvProblem {
  /** As an editor counts them, the header is 1. */
  readonly line: number;
  readonly column: CsvColumn | null;
  readonly message: string;
}

/** What a file holds, before anything is written. */
export interface ReadLog {
  /** Good sittings that are not on record yet, as they stand in the file. */
  readonly sittings: readonly LoggedSitting[];
  readonly problems: readonly CsvProblem[];
  /** Sittings of the file that are on record already. */
  readonly there: number;
  readonly rows: number;
  /** Columns that are not read. */
  readonly ignored: readonly string[];
}

/** Most rows that are read from one file. */
export const MOST_CSV_ROWS = 100_000;
/** Passages of one sitting, as of a session. */
const MOST_PASSAGES = 40;
/** Columns without which a row tells nothing. */
const NEEDED: readonly CsvColumn[] = [
  'student',
  'started_at',
  'technique',
  'breaths_planned',
  'breaths_done',
];

/** One row of the file with its line. */
interface Row {
  readonly line: number;
  readonly cells: readonly string[];
}

/**
 * Reads a log of sittings. Each problem names its line; rows that are good are read all the same, but a sitting with a bad
 * row is left out whole. A mark of the byte order at its beginning is left out. Separated by commas, or by semicolons with decimal commas as some spreadsheets write it.
 *
 * @param progress is called with the share that is read, 0 to 1.
 */
export function sittingsFromCsv(
  text: string,
  context: CsvContext,
  progress: (done: number) => void = () => undefined,
): ReadLog {
  const found = readRows(text);
  if (found.kind === 'refused') return { ...NOTHING, problems: [found.problem] };
  const log = new LogReader(found.header, found.semicolons, context);
  const groups = log.groups(found.rows);
  groups.forEach((group, index) => {
    log.read(group);
    if (index % 200 === 0) progress(index / groups.length);
  });
  progress(1);
  return {
    sittings: log.sittings,
    problems: [...found.problems, ...log.problems].sort((a, b) => a.line - b.line),
    there: log.there,
    rows: found.rows.length,
    ignored: found.header.filter((name) => !(CSV_COLUMNS as readonly string[]).includes(name)),
  };
}

const NOTHING: ReadLog = { sittings: [], problems: [], there: 0, rows: 0, ignored: [] };

type Rows =
  | { readonly kind: 'refused'; readonly problem: CsvProblem }
  | {
      readonly kind: 'read';
      readonly header: readonly string[];
      readonly rows: readonly Row[];
      readonly semicolons: boolean;
      readonly problems: readonly CsvProblem[];
    };

const refused = (message: string, line = 1): Rows => ({
  kind: 'refused',
  problem: { line, column: null, message },
});

function readRows(whole: string): Rows {
  const text = whole.replace(/^\uFEFF/, '');
  const [first = ''] = text.split(/\r?\n/, 1);
  const semicolons = first.includes(';') && !first.includes(',');
  const rows: Row[] = [];
  const problems: CsvProblem[] = [];
  let [from, line, tooMany] = [0, 1, false];
  Papa.parse<string[]>(text, {
    delimiter: semicolons ? ';' : ',',
    step: ({ data, errors, meta }, parser) => {
      const [error] = errors;
      if (error?.type === 'Quotes')
        problems.push({
          line,
          column: null,
          message: formatsWords.sittingsCsvRead.quotationOpen,
        });
      else if (data.length > 1 || data[0]?.trim() !== '') rows.push({ line, cells: data });
      // A text in quotation marks may have breaks in it: lines are counted, not rows.
      for (; from < meta.cursor; from++) if (text.charCodeAt(from) === NEW_LINE) line += 1;
      if (rows.length > MOST_CSV_ROWS + 1) {
        tooMany = true;
        parser.abort();
      }
    },
  });
  if (tooMany) return refused(formatsWords.sittingsCsvRead.tooManyRows(MOST_CSV_ROWS.toLocaleString('en')));
  const header = (rows[0]?.cells ?? []).map((name) => name.trim().toLowerCase());
  const missing = NEEDED.filter((column) => !header.includes(column));
  if (missing.length > 0)
    return refused(formatsWords.sittingsCsvRead.columnsMissing(missing.map((one) => `"${one}"`)));
  const twice = header.find((name, index) => name !== '' && header.indexOf(name) !== index);
  if (twice) return refused(formatsWords.sittingsCsvRead.columnTwice(twice));
  return { kind: 'read', header, rows: rows.slice(1), semicolons, problems };
}

const NEW_LINE = 10;

/** The rows of one sitting. */
interface Group {
  readonly key: string;
  readonly rows: Row[];
}

class LogReader {
  readonly sittings: LoggedSitting[] = [];
  readonly problems: CsvProblem[] = [];
  there = 0;

  private readonly index: ReadonlyMap<string, number>;
  private readonly studentsById: ReadonlyMap<string, string>;
  private readonly studentsByName = new Map<string, string[]>();
  private readonly knownIds: ReadonlySet<string>;
  private readonly knownMoments: ReadonlyMap<string, string>;
  private readonly readMoments = new Set<string>();

  constructor(
    header: readonly string[],
    private readonly semicolons: boolean,
    private readonly context: CsvContext,
  ) {
    this.index = new Map(header.map((name, index) => [name, index]));
    this.studentsById = new Map(context.students.map(({ id, name }) => [id, name]));
    for (const { id, name } of context.students) {
      const folded = fold(name);
      this.studentsByName.set(folded, [...(this.studentsByName.get(folded) ?? []), id]);
    }
    this.knownIds = new Set(context.known.map(({ id }) => id));
    this.knownMoments = new Map(
      context.known.map((one) => [momentKey(one.studentId, one.startedAt), one.id]),
    );
  }

  /** Rows of one sitting stand together: the same id, or the same student at the same moment. */
  groups(rows: readonly Row[]): readonly Group[] {
    const groups = new Map<string, Group>();
    for (const row of rows) {
      const id = this.text(row, 'sitting');
      const key =
        id === ''
          ? `${this.text(row, 'student_id')} ${fold(this.text(row, 'student'))} ${this.text(row, 'started_at')}`
          : id;
      const group = groups.get(key) ?? { key, rows: [] };
      group.rows.push(row);
      groups.set(key, group);
    }
    return [...groups.values()];
  }

  read({ rows }: Group): void {
    const [first] = rows;
    if (!first) return;
    const before = this.problems.length;
    const studentId = this.studentOf(first);
    const startedAt = this.momentOf(first);
    const id = this.text(first, 'sitting');
    if (id !== '' && !UUID.test(id)) this.say(first, 'sitting', formatsWords.sittingsCsvRead.notAnId);
    if (id !== '' && this.knownIds.has(id)) {
      this.there += 1;
      return;
    }
    const sitting = this.sittingOf(first, rows, before);
    if (!studentId || !startedAt || this.problems.length > before) return;
    const key = momentKey(studentId, startedAt);
    const there = this.knownMoments.get(key);
    if (there !== undefined && id === '') {
      this.there += 1;
      return;
    }
    if (there !== undefined || this.readMoments.has(key))
      return this.say(first, 'started_at', formatsWords.sittingsCsvRead.sittingAtSameMoment);
    this.readMoments.add(key);
    const student = this.studentsById.get(studentId) ?? '';
    this.sittings.push({
      ...sitting,
      id: id === '' ? this.context.newId() : id,
      studentId,
      student,
      startedAt,
    });
  }

  private sittingOf(
    first: Row,
    rows: readonly Row[],
    problemsBefore: number,
  ): Omit<LoggedSitting, 'id' | 'studentId' | 'student' | 'startedAt'> {
    if (rows.length > MOST_PASSAGES)
      this.say(first, null, formatsWords.sittingsCsvRead.tooManyPassages(MOST_PASSAGES, rows.length));
    const passages = rows.flatMap(
      (row) => readPassage(this.reader(row), this.context.newId, this.context.profile) ?? [],
    );
    const complete = passages.every(isComplete);
    const outcome = this.choice(first, 'outcome', ['finished', 'stopped'], complete ? 'finished' : 'stopped');
    const session = this.upTo(first, 'session', 120) || formatsWords.sittingsCsvRead.fromAFile;
    // Numbers that cannot be read are no session to be checked.
    if (this.problems.length === problemsBefore) this.checkPlanned(session, passages, rows);
    const record: LeadRecord = {
      outcome,
      led: millis(
        Math.round(
          this.reader(first).number('led_s', { from: 0, to: 100_000, or: ledSeconds(passages) }) * 1000,
        ),
      ),
      pauses: this.reader(first).number('pauses', { from: 0, to: 1000, or: 0, whole: true }),
      signs: this.signsOf(first),
      takenBack: [],
      passages,
    };
    const effort = this.text(first, 'effort');
    return {
      session,
      place: this.choice(first, 'place', SITTING_PLACES, 'with-instructor'),
      record,
      effort:
        effort === '' ? null : this.reader(first).number('effort', { from: 0, to: 10, or: 0, whole: true }),
      note: this.upTo(first, 'note', 4000),
    };
  }

  /** What was planned must be something that can be practised. */
  private checkPlanned(title: string, passages: readonly PassageRecord[], rows: readonly Row[]): void {
    if (passages.length !== rows.length) return;
    const { session, wrong } = sessionOfRecord(title, passages);
    for (const index of wrong) {
      const row = rows[index];
      if (row) this.say(row, 'kind', formatsWords.sittingsCsvRead.techniqueNotKnown);
    }
    if (wrong.length > 0) return;
    for (const { pointer, message } of checkSession(session, this.context.profile)) {
      const row = rows[Number(/^\/passages\/(\d+)/.exec(pointer)?.[1] ?? 0)];
      if (row) this.say(row, null, message);
    }
  }

  /** A text that is not too long: none is cut off unseen. */
  private upTo(row: Row, column: CsvColumn, longest: number): string {
    const text = this.text(row, column);
    if (text.length > longest) this.say(row, column, formatsWords.sittingsCsvRead.textTooLong(longest));
    return text;
  }

  private studentOf(row: Row): string | null {
    const [id, name] = [this.text(row, 'student_id'), this.text(row, 'student')];
    if (id !== '' && this.studentsById.has(id)) return id;
    const named = this.studentsByName.get(fold(name)) ?? [];
    if (named.length === 1) return named[0] ?? null;
    this.say(
      row,
      'student',
      named.length > 1
        ? formatsWords.sittingsCsvRead.severalStudents(name)
        : name === ''
          ? formatsWords.sittingsCsvRead.studentMissing
          : formatsWords.sittingsCsvRead.noSuchStudent(name),
    );
    return null;
  }

  private momentOf(row: Row): string | null {
    const text = this.text(row, 'started_at');
    const moment = DateTime.fromISO(text.replace(/^(\d{4}-\d{2}-\d{2}) +/, '$1T'), {
      zone: this.context.timeZone,
    });
    if (!moment.isValid || !/^\d{4}-\d{2}-\d{2}.+\d/.test(text)) {
      this.say(row, 'started_at', formatsWords.sittingsCsvRead.notADayAndTime(text));
      return null;
    }
    const at = moment.toUTC().toISO();
    if (moment.toMillis() <= DateTime.fromISO(this.context.now).toMillis()) return at;
    this.say(row, 'started_at', formatsWords.sittingsCsvRead.liesInTheFuture(text));
    return null;
  }

  private signsOf(row: Row): readonly SignId[] {
    const told = this.text(row, 'signs')
      .split(/[;,]/)
      .map((one) => one.trim())
      .filter((one) => one !== '');
    const strange = told.find((one) => !(SIGN_IDS as readonly string[]).includes(one));
    if (strange) this.say(row, 'signs', formatsWords.sittingsCsvRead.notASign(strange, SIGN_IDS.join(', ')));
    return strange ? [] : ([...new Set(told)] as SignId[]);
  }

  private choice<T extends string>(row: Row, column: CsvColumn, choices: readonly T[], or: T): T {
    const text = this.text(row, column);
    const found = choices.find((one) => one === text.toLowerCase());
    if (text !== '' && !found)
      this.say(row, column, formatsWords.sittingsCsvRead.notAmong(text, choices.join(', ')));
    return found ?? or;
  }

  private reader(row: Row): CellReader {
    return {
      text: (column) => this.text(row, column),
      say: (column, message) => this.say(row, column, message),
      number: (column, { from, to, or, whole = false }) => {
        const text = this.text(row, column);
        if (text === '') return or;
        const value = Number(this.semicolons ? text.replace(',', '.') : text);
        if (Number.isFinite(value) && value >= from && value <= to && (!whole || Number.isInteger(value)))
          return value;
        this.say(
          row,
          column,
          formatsWords.sittingsCsvRead.notInRange(
            text,
            whole ? formatsWords.sittingsCsvRead.wholeNumber : 'number',
            from,
            to,
          ),
        );
        return or;
      },
    };
  }

  private text(row: Row, column: CsvColumn): string {
    const index = this.index.get(column);
    return index === undefined ? '' : plainCell((row.cells[index] ?? '').trim());
  }

  private say(row: Row, column: CsvColumn | null, message: string): void {
    this.problems.push({ line: row.line, column, message });
  }
}

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
const fold = (name: string): string => name.normalize('NFC').trim().toLowerCase();
const momentKey = (studentId: string, at: string): string =>
  `${studentId} ${DateTime.fromISO(at, { zone: 'utc' }).toMillis()}`;

/** About how long was practised, where the log does not tell. */
const ledSeconds = (passages: readonly PassageRecord[]): number =>
  passages.reduce((sum, passage) => {
    if (passage.kind === 'natural') return sum + passage.secondsDone;
    if (passage.kind === 'strokes')
      return sum + passage.turns.reduce((all, { done, rate }) => all + (done * 60) / rate, 0);
    const { inhale, internalHold, exhale, externalHold } = passage.counts;
    const cycle = ((inhale + internalHold + exhale + externalHold) * passage.pace) / 1000;
    return sum + cycle * passage.cyclesDone + passage.secondsDone;
  }, 0);
