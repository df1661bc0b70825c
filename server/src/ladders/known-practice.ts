import type { PractisedSitting } from '@nuvrah/core';
import type { InstructorStore } from '../db/instructor-store.js';
import { byStudent, ledBy, type Led } from '../students/practice-of.js';
import { practisedBy } from './practice.js';

/** What a student's sittings come to, as a ladder reads them. */
export interface KnownPractice {
  readonly sittings: readonly PractisedSitting[];
  readonly led: Led;
}

interface Kept extends KnownPractice {
  readonly fingerprint: string;
}

/** Students whose sittings are kept; those that were not asked for longest go first. */
const MOST_KEPT = 3_000;

/** Of some students (`$2`): what changes whenever one of their sittings comes, is corrected, confirmed or goes. */
const FINGERPRINTS_SQL = `
SELECT student_id AS "studentId",
       concat_ws(' ', count(*), sum(version), count(*) FILTER (WHERE confirmed), max(recorded_at)) AS fingerprint
  FROM sitting WHERE instructor_id = $1 AND student_id = ANY($2::uuid[]) GROUP BY student_id`;

/**
 * What the sittings of students come to, kept for as long as they stay as they are: reading all of them again for every look at
 * Today would cost a second in a large practice. The database says whether they changed, so that a copy of the server beside this
 * one cannot be missed.
 */
export class KnownPractices {
  private readonly kept = new Map<string, Kept>();

  /** @param timeZone where the instructor works: the days of sittings depend on it. */
  async of(
    store: InstructorStore,
    ids: readonly string[],
    timeZone: string,
  ): Promise<(id: string) => KnownPractice> {
    const rows = await store.query<{ studentId: string; fingerprint: string }>(FINGERPRINTS_SQL, ids);
    const fingerprints = byStudent(rows);
    const wanted = (id: string): string => `${timeZone} ${fingerprints(id)[0]?.fingerprint ?? ''}`;
    const changed = ids.filter((id) => this.kept.get(id)?.fingerprint !== wanted(id));
    const known = new Map<string, KnownPractice>();
    if (changed.length > 0) {
      const [sittings, led] = await Promise.all([
        practisedBy(store, changed, timeZone),
        ledBy(store, changed),
      ]);
      for (const id of changed) known.set(id, { sittings: sittings(id), led: led(id) });
    }
    for (const id of ids) {
      const now = known.get(id) ?? this.kept.get(id);
      if (!now) continue;
      known.set(id, now);
      this.keep(id, { ...now, fingerprint: wanted(id) });
    }
    return (id) => known.get(id) ?? NOTHING;
  }

  private keep(id: string, now: Kept): void {
    this.kept.delete(id);
    this.kept.set(id, now);
    const [oldest] = this.kept.keys();
    if (this.kept.size > MOST_KEPT && oldest !== undefined) this.kept.delete(oldest);
  }
}

const NOTHING: KnownPractice = {
  sittings: [],
  led: {
    sittings: 0,
    ledEasily: { inhale: null, internalHold: null, exhale: null, externalHold: null },
  },
};
