import fc from 'fast-check';
import Papa from 'papaparse';
import { DEFAULT_CONVENTIONS } from '../conventions/index.js';
import {
  beginRun,
  easeRun,
  finishRun,
  noteSigns,
  recordOf,
  stopRun,
  type LeadRecord,
} from '../leading/index.js';
import { SIGN_IDS } from '../policy/index.js';
import { anySession, conventions, counted, passageOf, sessionOf, stillness } from '../testing.js';
import { millis } from '../units/index.js';
import {
  CSV_COLUMNS,
  MOST_CSV_ROWS,
  sittingsFromCsv,
  sittingsToCsv,
  type CsvContext,
  type LoggedSitting,
  type ReadLog,
} from './index.js';

const HESPER = '1b2c3d4e-5f60-4711-8222-933344445555';
const DOV = '1b2c3d4e-5f60-4711-8222-933344445556';
const id = (n: number): string => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;

function context(change: Partial<CsvContext> = {}): CsvContext {
  let made = 0;
  return {
    students: [
      { id: HESPER, name: 'Hesper Vane' },
      { id: DOV, name: 'Dov Lerner' },
    ],
    known: [],
    timeZone: 'Europe/London',
    now: '2026-06-01T12:00:00Z',
    profile: DEFAULT_CONVENTIONS,
    newId: () => id(++made),
    ...change,
  };
}

const record = (stopAfter: number | null, signs: LeadRecord['signs'] = []): LeadRecord => {
  const session = sessionOf(
    counted('1:2:2', 4, { cycles: 8 }),
    passageOf('kapalabhati', 'strokes', { strokes: 30, sets: 2, seat: 'cross-legged' }),
    stillness(30),
  );
  const begun = beginRun({ session, student: { hand: 'right' }, conventions: conventions() });
  const eased = easeRun(begun, millis(30_000));
  const run = eased.ok ? eased.value : begun;
  const ended = stopAfter === null ? finishRun(run) : stopRun(run, millis(stopAfter));
  if (!ended.ok) throw new Error(ended.problem.code);
  return withIds(recordOf(noteSigns(ended.value, signs, '2026-03-10T07:00:00Z')));
};
/** Passages of specs have short names; in a log they have identifiers, and the steps on the way are not in it. */
const withIds = ({ log: _, ...of }: LeadRecord): LeadRecord => ({
  ...of,
  passages: of.passages.map((passage, index) => ({ ...passage, passageId: id(500 + index) })),
});
const sitting = (change: Partial<LoggedSitting> = {}): LoggedSitting => ({
  id: id(1000),
  studentId: HESPER,
  student: 'Hesper Vane',
  session: 'Out to sixteen',
  startedAt: '2026-03-10T06:30:00.000Z',
  place: 'home',
  record: record(null),
  effort: 3,
  note: '',
  ...change,
});
const read = (text: string, change: Partial<CsvContext> = {}): ReadLog =>
  sittingsFromCsv(text, context(change));

describe('the log as CSV', () => {
  it('has one row for each passage of a sitting, ended as RFC 4180 says', () => {
    const text = sittingsToCsv([sitting(), sitting({ id: id(2), startedAt: '2026-03-11T06:30:00.000Z' })]);
    const lines = text.split('\r\n');
    expect(lines[0]).toEqual(CSV_COLUMNS.join(','));
    expect(lines.length).toBe(8);
    expect(lines.at(-1)).toBe('');
  });

  it('is read back as it was written: eased, stopped, with signs, quotation marks and breaks', () => {
    const sittings = [
      sitting({ note: 'He said "enough", then\nlaughed; 3, 2, 1.' }),
      sitting({
        id: id(2),
        studentId: DOV,
        student: 'Dov Lerner',
        record: record(70_000, ['dizzy', 'ears']),
        effort: null,
      }),
    ];
    const log = read(sittingsToCsv(sittings));
    expect(log.problems).toEqual([]);
    expect(log.sittings).toEqual(sittings);
  });

  it('of any session is read back as it was written', () => {
    void fc.assert(
      fc.property(
        anySession,
        fc.subarray([...SIGN_IDS], { maxLength: 3 }),
        fc.string(),
        (session, signs, note) => {
          const run = finishRun(
            beginRun({ session, student: { hand: 'left' }, conventions: DEFAULT_CONVENTIONS }),
          );
          if (!run.ok) return;
          const written = sitting({
            record: withIds(recordOf(noteSigns(run.value, signs, '2026-03-10T07:00:00Z'))),
            note: note.trim(),
            effort: 10,
          });
          const log = read(sittingsToCsv([written]));
          // Only what could not be led is refused, and then nothing of it is taken.
          if (log.problems.length > 0) return expect(log.sittings).toEqual([]);
          expect(log.sittings).toEqual([written]);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('holds no cell that a spreadsheet takes for a formula, and gives such text back', () => {
    for (const note of ['=HYPERLINK("x")', '+1', '-1', '@SUM(A1)', "'=1", '\t=1', "''+2"]) {
      const text = sittingsToCsv([sitting({ note, session: 'a' })]);
      const cells = Papa.parse<string[]>(text, { delimiter: ',' }).data.flat();
      expect(cells.filter((cell) => /^[=+\-@\t\r]/.test(cell))).toEqual([]);
      expect(read(text).sittings[0]?.note).toBe(note);
    }
  });
});

describe('a log that was written by hand', () => {
  const HEADER = 'student,started_at,technique,inhale,hold,exhale,breaths_planned,breaths_done,effort,signs';
  const GOOD = 'hesper vane,2026-03-10 06:30,Nāḍī śodhana,4,0,8,16,16,3,';
  const file = (...rows: string[]): string => [HEADER, ...rows].join('\n');

  it('needs little, takes names in any spelling and times of the place', () => {
    const log = read(file(GOOD, 'Dov Lerner,2026-05-10T21:00,nadi shodhana,4,,6,12,10,5,dizzy; ears'));
    expect(log.problems).toEqual([]);
    expect(
      log.sittings.map(({ student, startedAt, record: told, effort }) => [
        student,
        startedAt,
        told.outcome,
        told.signs,
        effort,
      ]),
    ).toEqual([
      ['Hesper Vane', '2026-03-10T06:30:00.000Z', 'finished', [], 3],
      // In summer the clocks of this zone are an hour ahead.
      ['Dov Lerner', '2026-05-10T20:00:00.000Z', 'stopped', ['dizzy', 'ears'], 5],
    ]);
  });

  it('counts rounds as the technique has them where the file does not say', () => {
    const log = read(file(GOOD, 'Dov Lerner,2026-03-10 07:00,ujjayi,4,0,8,12,12,2,'));
    expect(
      log.sittings.map(
        ({
          record: {
            passages: [told],
          },
        }) => told?.kind === 'counted' && told.cyclesPerRound,
      ),
    ).toEqual([2, 1]);
  });

  it('may be separated by semicolons with decimal commas, and begin with a mark of the byte order', () => {
    const text = `\uFEFF${file(GOOD)}`.replaceAll(',', ';').replace(';4;', ';4,5;').replace(';8;', ';9;');
    const [first] = read(text).sittings;
    const [passage] = first?.record.passages ?? [];
    expect(passage?.kind === 'counted' && (passage.counts.inhale as number)).toBe(4.5);
  });

  const bad: readonly [string, string, string | null, RegExp][] = [
    [
      'a student nobody knows',
      GOOD.replace('hesper vane', 'Hesper V.'),
      'student',
      /There is no student "Hesper V\."/,
    ],
    ['no student', GOOD.replace('hesper vane', ''), 'student', /Whose sitting it is is missing/],
    [
      'a day that is none',
      GOOD.replace('2026-03-10', '10.03.2026'),
      'started_at',
      /write it as 2026-03-10 06:30/,
    ],
    ['a moment to come', GOOD.replace('2026', '2027'), 'started_at', /lies in the future/],
    [
      'a technique nobody knows',
      GOOD.replace('Nāḍī śodhana', 'moon walk'),
      'technique',
      /no technique "moon walk"/,
    ],
    ['a count that is none', GOOD.replace(',8,', ',eight,'), 'exhale', /no number from 0.5 to 100/],
    ['a quarter count', GOOD.replace(',4,', ',4.25,'), 'inhale', /go by halves/],
    ['no breaths', GOOD.replace(',16,16,', ',16,,'), 'breaths_done', /is missing/],
    ['an effort beyond all', GOOD.replace(',3,', ',11,'), 'effort', /no whole number from 0 to 10/],
    ['a sign that is none', `${GOOD}sleepy`, 'signs', /"sleepy" is no sign/],
  ];
  for (const [what, row, column, words] of bad)
    it(`says of ${what} the line, the column and what to do, and takes the rows around it`, () => {
      const log = read(file(GOOD, row.replace('06:30', '05:30'), GOOD.replace('06:30', '07:30')));
      expect(log.problems.map(({ line, column: where }) => [line, where])).toEqual([[3, column as never]]);
      expect(log.problems[0]?.message).toMatch(words);
      expect(log.sittings.length).toBe(2);
    });

  it('refuses numbers that could not be practised, and counts lines where a note has breaks', () => {
    const text = [
      `${HEADER},note`,
      `${GOOD},"one\ntwo\nthree"`,
      `${GOOD.replace('06:30', '07:30').replace('Nāḍī śodhana,4,0', 'bhramari,4,4')},`,
    ].join('\n');
    const log = read(text);
    expect(log.sittings.length).toBe(1);
    expect([...new Set(log.problems.map(({ line }) => line))]).toEqual([5]);
  });

  it('refuses what no sitting holds, and cuts nothing off unseen', () => {
    const more = `${HEADER},note,strokes,breaths_a_round`;
    const read_one = (row: string) => read([more, row].join('\n')).problems.map(({ column }) => column);
    const strokes = 'Dov Lerner,2026-03-10 07:00,kapalabhati,,,,2,2,3,,';
    expect(read_one(`${GOOD},${'n'.repeat(4001)},,`)).toEqual(['note']);
    expect(read_one(`${strokes},1:both:60:30/30; 2:both:60:30/9999,`)).toEqual(['strokes']);
    expect(read_one(`${GOOD},,,3`)).toEqual(['breaths_a_round']);
    const rows = Array.from({ length: 41 }, () => `${GOOD},,,`);
    expect(read([more, ...rows].join('\n')).problems[0]?.message).toContain('at most 40 passages');
  });

  it('takes two sittings at one moment once, and says so', () => {
    const with_ids = `sitting,${HEADER}`;
    const twice = [with_ids, `${id(1)},${GOOD}`, `${id(2)},${GOOD}`].join('\n');
    const log = read(twice);
    expect(log.sittings.length).toBe(1);
    expect(log.problems[0]?.line).toBe(3);
    expect(log.problems[0]?.message).toBe(
      'Another sitting of this student began at this very moment: leave one out, or mend its time.',
    );
    const known = [{ id: id(9), studentId: HESPER, startedAt: '2026-03-10T06:30:00.000Z' }];
    expect(read(file(GOOD), { known })).toEqual(
      jasmine.objectContaining({ sittings: [], problems: [], there: 1 }),
    );
    expect(read([with_ids, `${id(9)},${GOOD}`].join('\n'), { known }).there).toBe(1);
    expect(read([with_ids, `${id(1)},${GOOD}`].join('\n'), { known }).problems[0]?.column).toBe('started_at');
  });

  it('says of a file that is none what is missing, and reads nothing of it', () => {
    const cases: readonly [string, RegExp][] = [
      ['', /"student", "started_at", "technique", "breaths_planned", "breaths_done" are not among them/],
      [GOOD, /The first line has to name the columns/],
      [HEADER.replace('technique', 'exercise'), /"technique" is not among them/],
      [`${HEADER},effort`, /"effort" stands twice/],
      [`${HEADER}\n${'x\n'.repeat(MOST_CSV_ROWS + 5)}`, /more than 100,000 rows: split it/],
    ];
    for (const [text, words] of cases) {
      const log = read(text);
      expect(log.sittings).toEqual([]);
      expect(log.problems.length).toBe(1);
      expect(log.problems[0]?.line).toBe(1);
      expect(log.problems[0]?.message).toMatch(words);
    }
  });

  it('says which columns it does not read, and where a quotation mark is open', () => {
    const log = read(`${HEADER},mood\n${GOOD},fine\n${GOOD.replace('06:30', '08:30')},"open`);
    expect(log.ignored).toEqual(['mood']);
    expect(log.problems.map(({ line, message }) => [line, message.slice(0, 30)])).toEqual([
      [3, 'A quotation mark is not closed'],
    ]);
    expect(log.sittings.length).toBe(1);
  });
});
