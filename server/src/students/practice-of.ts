import type { Student } from '@nuvrah/contract';
import {
  EASY_EFFORT,
  entriesAmong,
  isTechniqueId,
  mapPhases,
  OWN_PACE_TOLERANCE,
  SITTINGS_TO_KNOW,
  signedIn,
  techniquesOfSign,
  type Day,
  type LoggedStep,
  type PhaseKind,
  type SignId,
  type TechniqueId,
} from '@nuvrah/core';
import type { InstructorStore } from '../db/instructor-store.js';

/** Of some students (`$2`): sittings in which something was done, minutes of the longest that was finished, how many were easy (`$3`), and how many nobody confirmed. */
const SITTINGS_SQL = `
SELECT sitting.student_id AS "studentId", (count(DISTINCT sitting.id) FILTER (WHERE confirmed))::int AS number,
       max(sitting.led_millis) FILTER (WHERE confirmed AND outcome = 'finished') / 60000.0 AS longest,
       (count(DISTINCT sitting.id)
         FILTER (WHERE confirmed AND sitting.effort <= $3 AND cardinality(sitting.signs) = 0))::int AS easy,
       (count(DISTINCT sitting.id) FILTER (WHERE NOT confirmed))::int AS unconfirmed
  FROM sitting JOIN sitting_passage passage ON passage.sitting_id = sitting.id AND passage.cycles_done > 0
 WHERE sitting.instructor_id = $1 AND sitting.student_id = ANY($2::uuid[])
 GROUP BY sitting.student_id`;

/** Sittings of some students (`$2`) that were easy: no effort above `$3`, no sign. */
const EASY = `
  FROM sitting_passage passage JOIN sitting ON sitting.id = passage.sitting_id
 WHERE sitting.instructor_id = $1 AND sitting.student_id = ANY($2::uuid[]) AND sitting.effort <= $3 AND sitting.confirmed
   AND cardinality(sitting.signs) = 0`;

const EASY_ROUNDS_SQL = `
SELECT sitting.student_id AS "studentId", technique, inhale, internal_hold AS "internalHold", exhale, external_hold AS "externalHold", pace,
       sum(cycles_done / cycles_per_round)::int AS rounds,
       max((cycles_done * (inhale + internal_hold + exhale + external_hold) * pace / 1000.0 + seconds_done) / 60)
         AS minutes
${EASY} AND passage.kind = 'counted' AND jsonb_array_length(passage.easings) = 0
 GROUP BY sitting.student_id, technique, inhale, internal_hold, exhale, external_hold, pace
HAVING sum(cycles_done / cycles_per_round) > 0`;

const PRACTISED_SQL = `SELECT DISTINCT sitting.student_id AS "studentId", technique ${EASY} AND (passage.cycles_done > 0 OR passage.kind = 'natural')`;

/** Seconds of each phase in the sittings in which all that was planned of a counted passage was done easily (but for `$4` s at one's own pace), the longest of each. Of own pace alone nobody knows how long its breaths were. */
const LED_SQL = `
SELECT sitting.student_id AS "studentId", max(inhale * pace) / 1000.0 AS inhale, max(internal_hold * pace) / 1000.0 AS "internalHold",
       max(exhale * pace) / 1000.0 AS exhale, max(external_hold * pace) / 1000.0 AS "externalHold"
${EASY} AND passage.kind = 'counted' AND jsonb_array_length(passage.easings) = 0
   AND cycles_done > 0 AND cycles_done >= cycles_planned AND seconds_done >= seconds_planned - $4
 GROUP BY sitting.id`;

/** Of some students (`$2`): the sittings of a day (`$3`) where the instructor works (`$4`), with their passages. */
const OF_DAY_SQL = `
SELECT sitting.student_id AS "studentId", sitting.outcome, sitting.signs, sitting.log,
       jsonb_agg(jsonb_build_object('passageId', passage.passage_id, 'technique', passage.technique, 'begun',
         coalesce(passage.cycles_done, 0) > 0 OR coalesce(passage.seconds_done, 0) > 0
           OR coalesce(jsonb_array_length(passage.turns), 0) > 0) ORDER BY passage.position) AS passages
  FROM sitting JOIN sitting_passage passage ON passage.sitting_id = sitting.id
 WHERE sitting.instructor_id = $1 AND sitting.student_id = ANY($2::uuid[]) AND sitting.outcome IS NOT NULL
   AND (sitting.started_at AT TIME ZONE $4)::date = $3::date
 GROUP BY sitting.id`;

interface OfStudent {
  readonly studentId: string;
}
interface SittingsRow extends OfStudent {
  readonly number: number;
  readonly longest: string | null;
  readonly easy: number;
  readonly unconfirmed: number;
}
interface OfDayRow extends OfStudent {
  readonly outcome: 'finished' | 'stopped';
  readonly signs: SignId[];
  readonly log: LoggedStep[] | null;
  readonly passages: {
    readonly passageId: string;
    readonly technique: TechniqueId;
    readonly begun: boolean;
  }[];
}

type Practice = Pick<
  Student,
  | 'sittings'
  | 'unconfirmed'
  | 'longestSitting'
  | 'easySittings'
  | 'easyRounds'
  | 'practised'
  | 'ledEasily'
  | 'stopSigns'
  | 'entriesToday'
>;

type EasyRow = OfStudent &
  Student['easyRounds'][number]['counts'] &
  Pick<Student['easyRounds'][number], 'technique' | 'pace' | 'rounds'> & { readonly minutes: string };
type LedRow = OfStudent & Readonly<Record<PhaseKind, string>>;

/** Rows of each student, in the order in which they came. */
export function byStudent<T extends OfStudent>(rows: readonly T[]): (id: string) => readonly T[] {
  const grouped = new Map<string, T[]>();
  for (const row of rows) {
    const there = grouped.get(row.studentId);
    if (there) there.push(row);
    else grouped.set(row.studentId, [row]);
  }
  return (id) => grouped.get(id) ?? [];
}

/** What of the sittings of a student a fit is made of, beside the checks. */
export type Led = Pick<Practice, 'sittings' | 'ledEasily'>;

/** How often each of some students sat, and the lengths that were led easily. */
export async function ledBy(store: InstructorStore, ids: readonly string[]): Promise<(id: string) => Led> {
  const [sittings, led] = await Promise.all([
    store.query<SittingsRow>(SITTINGS_SQL, ids, EASY_EFFORT),
    store.query<LedRow>(LED_SQL, ids, EASY_EFFORT, OWN_PACE_TOLERANCE),
  ]);
  const [sittingsOf, ledOf] = [byStudent(sittings), byStudent(led)];
  return (id) => ({ sittings: sittingsOf(id)[0]?.number ?? 0, ledEasily: lengthsKnown(ledOf(id)) });
}

const lengthsKnown = (led: readonly LedRow[]): Practice['ledEasily'] =>
  mapPhases((phase) => knownFrom(led, phase));

/** What the sittings of some students say that decides about what is led. What it means is core's to say. */
export async function practicesOf(
  store: InstructorStore,
  ids: readonly string[],
  today: Day,
  timeZone: string,
): Promise<(id: string) => Practice> {
  const [sittings, easy, practised, led, ofDay] = await Promise.all([
    store.query<SittingsRow>(SITTINGS_SQL, ids, EASY_EFFORT),
    store.query<EasyRow>(EASY_ROUNDS_SQL, ids, EASY_EFFORT),
    store.query<OfStudent & { technique: string }>(PRACTISED_SQL, ids, EASY_EFFORT),
    store.query<LedRow>(LED_SQL, ids, EASY_EFFORT, OWN_PACE_TOLERANCE),
    store.query<OfDayRow>(OF_DAY_SQL, ids, today, timeZone),
  ]);
  const of = {
    sittings: byStudent(sittings),
    easy: byStudent(easy),
    practised: byStudent(practised),
    led: byStudent(led),
    day: byStudent(ofDay),
  };
  return (id) => {
    const [row] = of.sittings(id);
    const longest = row?.longest ?? null;
    return {
      sittings: row?.number ?? 0,
      unconfirmed: row?.unconfirmed ?? 0,
      longestSitting: longest === null ? null : Number(longest),
      easySittings: row?.easy ?? 0,
      easyRounds: of.easy(id).map(({ studentId: _, technique, pace, rounds, minutes, ...counts }) => ({
        technique,
        counts,
        pace,
        rounds,
        minutes: Number(minutes),
      })),
      practised: of.practised(id).map(({ technique }) => technique),
      ledEasily: lengthsKnown(of.led(id)),
      ...ofToday(of.day(id), today),
    };
  };
}

/** Of the sittings of a day: the techniques of a stop sign, and from which side was entered. */
function ofToday(rows: readonly OfDayRow[], day: Day): Pick<Practice, 'stopSigns' | 'entriesToday'> {
  const known = rows.map(({ passages, ...row }) => ({
    ...row,
    passages: passages.filter(({ technique }) => isTechniqueId(technique)),
  }));
  const done = known.flatMap(({ passages }) =>
    passages.filter(({ begun }) => begun).map(({ technique }) => technique),
  );
  const signed = known.filter(({ signs }) => signs.length > 0);
  return {
    stopSigns: signed.map(({ outcome, passages, signs, log }) => {
      const noted = signedIn({ signs, log: log ?? [], passages });
      return { day, techniques: [...techniquesOfSign({ outcome, passages, signedIn: noted })] };
    }),
    entriesToday: [...entriesAmong(done)],
  };
}

/** The length that a phase had in so many sittings at the least; null where there are fewer, or where it had none. */
function knownFrom(led: readonly LedRow[], phase: PhaseKind): number | null {
  const lengths = led.map((row) => Number(row[phase])).sort((a, b) => b - a);
  const length = lengths[SITTINGS_TO_KNOW - 1] ?? 0;
  return length === 0 ? null : length;
}
