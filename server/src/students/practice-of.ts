import type { Student } from '@nuvrah/contract';
import {
  EASY_EFFORT,
  entriesAmong,
  isTechniqueId,
  OWN_PACE_TOLERANCE,
  SITTINGS_TO_KNOW,
  techniquesOfSign,
  type Day,
  type PhaseKind,
  type TechniqueId,
} from '@nuvrah/core';
import type { InstructorStore } from '../db/instructor-store.js';

/** Of one student (`$2`): sittings in which something was done, minutes of the longest that was finished, how many were easy (`$3`), and how many nobody confirmed. */
const SITTINGS_SQL = `
SELECT (count(DISTINCT sitting.id) FILTER (WHERE confirmed))::int AS number,
       max(sitting.led_millis) FILTER (WHERE confirmed AND outcome = 'finished') / 60000.0 AS longest,
       (count(DISTINCT sitting.id)
         FILTER (WHERE confirmed AND sitting.effort <= $3 AND cardinality(sitting.signs) = 0))::int AS easy,
       (count(DISTINCT sitting.id) FILTER (WHERE NOT confirmed))::int AS unconfirmed
  FROM sitting JOIN sitting_passage passage ON passage.sitting_id = sitting.id AND passage.cycles_done > 0
 WHERE sitting.instructor_id = $1 AND sitting.student_id = $2`;

/** Sittings of one student (`$2`) that were easy: no effort above `$3`, no sign. */
const EASY = `
  FROM sitting_passage passage JOIN sitting ON sitting.id = passage.sitting_id
 WHERE sitting.instructor_id = $1 AND sitting.student_id = $2 AND sitting.effort <= $3 AND sitting.confirmed
   AND cardinality(sitting.signs) = 0`;

const EASY_ROUNDS_SQL = `
SELECT technique, inhale, internal_hold AS "internalHold", exhale, external_hold AS "externalHold", pace,
       sum(cycles_done / cycles_per_round)::int AS rounds,
       max((cycles_done * (inhale + internal_hold + exhale + external_hold) * pace / 1000.0 + seconds_done) / 60)
         AS minutes
${EASY} AND passage.kind = 'counted' AND jsonb_array_length(passage.easings) = 0
 GROUP BY technique, inhale, internal_hold, exhale, external_hold, pace
HAVING sum(cycles_done / cycles_per_round) > 0`;

const PRACTISED_SQL = `SELECT DISTINCT technique ${EASY} AND (passage.cycles_done > 0 OR passage.kind = 'natural')`;

/** Seconds of each phase in the sittings in which all that was planned of a passage was done easily (but for `$4` s at one's own pace), the longest of each. */
const LED_SQL = `
SELECT max(inhale * pace) / 1000.0 AS inhale, max(internal_hold * pace) / 1000.0 AS "internalHold",
       max(exhale * pace) / 1000.0 AS exhale, max(external_hold * pace) / 1000.0 AS "externalHold"
${EASY} AND passage.kind = 'counted' AND jsonb_array_length(passage.easings) = 0
   AND cycles_done >= cycles_planned AND seconds_done >= seconds_planned - $4
 GROUP BY sitting.id`;

/** Of one student (`$2`): the sittings of a day (`$3`) where the instructor works (`$4`), with their passages. */
const OF_DAY_SQL = `
SELECT sitting.outcome, cardinality(sitting.signs) > 0 AS signed,
       jsonb_agg(jsonb_build_object('technique', passage.technique, 'begun',
         coalesce(passage.cycles_done, 0) > 0 OR coalesce(passage.seconds_done, 0) > 0
           OR coalesce(jsonb_array_length(passage.turns), 0) > 0) ORDER BY passage.position) AS passages
  FROM sitting JOIN sitting_passage passage ON passage.sitting_id = sitting.id
 WHERE sitting.instructor_id = $1 AND sitting.student_id = $2 AND sitting.outcome IS NOT NULL
   AND (sitting.started_at AT TIME ZONE $4)::date = $3::date
 GROUP BY sitting.id`;

interface OfDayRow {
  readonly outcome: 'finished' | 'stopped';
  readonly signed: boolean;
  readonly passages: { readonly technique: TechniqueId; readonly begun: boolean }[];
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

type EasyRow = Student['easyRounds'][number]['counts'] &
  Pick<Student['easyRounds'][number], 'technique' | 'pace' | 'rounds'> & { readonly minutes: string };
type LedRow = Readonly<Record<PhaseKind, string>>;

/** What a student's sittings say that decides about what is led. What it means is core's to say. */
export async function practiceOf(
  store: InstructorStore,
  id: string,
  today: Day,
  timeZone: string,
): Promise<Practice> {
  const [[sittings], easy, practised, led, ofDay] = await Promise.all([
    store.query<{ number: number; longest: string | null; easy: number; unconfirmed: number }>(
      SITTINGS_SQL,
      id,
      EASY_EFFORT,
    ),
    store.query<EasyRow>(EASY_ROUNDS_SQL, id, EASY_EFFORT),
    store.query<{ technique: string }>(PRACTISED_SQL, id, EASY_EFFORT),
    store.query<LedRow>(LED_SQL, id, EASY_EFFORT, OWN_PACE_TOLERANCE),
    store.query<OfDayRow>(OF_DAY_SQL, id, today, timeZone),
  ]);
  const longest = sittings?.longest ?? null;
  const known = ofDay.map(({ passages, ...row }) => ({
    ...row,
    passages: passages.filter(({ technique }) => isTechniqueId(technique)),
  }));
  const done = known.flatMap(({ passages }) =>
    passages.filter(({ begun }) => begun).map(({ technique }) => technique),
  );
  const signed = known.filter((row) => row.signed);
  return {
    sittings: sittings?.number ?? 0,
    unconfirmed: sittings?.unconfirmed ?? 0,
    longestSitting: longest === null ? null : Number(longest),
    easySittings: sittings?.easy ?? 0,
    easyRounds: easy.map(({ technique, pace, rounds, minutes, ...counts }) => ({
      technique,
      counts,
      pace,
      rounds,
      minutes: Number(minutes),
    })),
    practised: practised.map(({ technique }) => technique),
    ledEasily: {
      inhale: knownFrom(led, 'inhale'),
      internalHold: knownFrom(led, 'internalHold'),
      exhale: knownFrom(led, 'exhale'),
      externalHold: knownFrom(led, 'externalHold'),
    },
    stopSigns: signed.map((row) => ({ day: today, techniques: [...techniquesOfSign(row)] })),
    entriesToday: [...entriesAmong(done)],
  };
}

/** The length that a phase had in so many sittings at the least; null where there are fewer, or where it had none. */
function knownFrom(led: readonly LedRow[], phase: PhaseKind): number | null {
  const lengths = led.map((row) => Number(row[phase])).sort((a, b) => b - a);
  const length = lengths[SITTINGS_TO_KNOW - 1] ?? 0;
  return length === 0 ? null : length;
}
