import { isEmergencySign, SETTLES_WITHIN, type SignId, type StrainSignId } from '../policy/index.js';
import type { LeadNeed } from '../screening/index.js';
import type { Millis } from '../units/index.js';
import { leadInstead, naturalPassage } from './adding.js';
import { indexNow } from './cycles-in-all.js';
import { ledPassages, logged, writtenAnew, type LeadRun } from './lead-run.js';
import { noteSigns, stopRun } from './run.js';

/** What a sign on the way needs to be answered. */
export interface SignOnTheWay {
  /** Of the natural breathing that is put in. */
  readonly id: string;
  /** Now, ISO 8601 in UTC. */
  readonly now: string;
  /** What keeps a run from being led on; null where nobody screens it: then only natural breathing follows. */
  readonly needs: ((run: LeadRun) => readonly LeadNeed[]) | null;
}

/**
 * A stop sign or an emergency sign that shows while leading. An emergency sign stops. At a stop sign the breath is natural at
 * once, until a tap, while the clock goes on; what follows is screened anew, and what may not be led is left out.
 */
export function signOnTheWay(run: LeadRun, at: Millis, sign: SignId, on: SignOnTheWay): LeadRun {
  if (run.state.kind !== 'leading' && run.state.kind !== 'paused') return run;
  if (run.signs.includes(sign)) return run;
  const noted = logged(run, at, sign, noteSigns(run, [...run.signs, sign], on.now));
  if (isEmergencySign(sign)) {
    const stopped = stopRun(noted, at);
    return stopped.ok ? stopped.value : noted;
  }
  const here = run.setup.session.passages[indexNow(run, at)];
  if (!here) return noted;
  const settling = settlesIn(run, here.id);
  const resting = settling
    ? noted
    : leadInstead(
        noted,
        at,
        { ...naturalPassage('natural-breath', on.id, here, SETTLES_WITHIN), untilTap: true },
        'sign',
      );
  const restId = settling ? here.id : on.id;
  return withLeftOut(resting, restId, forbiddenAfter(resting, restId, on.needs));
}

/** Whether this passage is the natural breathing that was put in for a sign. */
const settlesIn = (run: LeadRun, passage: string): boolean =>
  run.added.some(({ id, why }) => id === passage && why === 'sign');

/** Leaves passages after the one with this id out. */
const withLeftOut = (run: LeadRun, passageId: string, leftOut: readonly string[]): LeadRun =>
  leftOut.length === 0
    ? run
    : writtenAnew({ ...run, changes: [...run.changes, { kind: 'skip', passageId, leftOut }] });

/** Which passages after the one with this id may not be led. */
function forbiddenAfter(run: LeadRun, id: string, needs: SignOnTheWay['needs']): readonly string[] {
  const led = ledPassages(run);
  const later = led.slice(led.findIndex((passage) => passage.id === id) + 1);
  const allButNatural = later.filter(({ kind }) => kind !== 'natural').map((passage) => passage.id);
  if (!needs) return allButNatural;
  const out = new Set<string>();
  for (;;) {
    const found = needs(withLeftOut(run, id, [...out]));
    const more = found
      .flatMap((need) => (need.code === 'finding' ? [need.finding.passageId] : []))
      .filter((passage) => later.some((one) => one.id === passage) && !out.has(passage ?? ''));
    // What no passage answers for, or leaving passages out does not mend, keeps all of it from being led.
    if (more.length === 0) return found.length === 0 ? [...out] : allButNatural;
    for (const passage of more) out.add(passage ?? '');
  }
}

/**
 * A sign that was pressed by mistake. While natural breathing after it lasts, and no other sign is there, what was left out for
 * it comes back.
 *
 * @param now ISO 8601 in UTC.
 */
export function signTakenBackOnTheWay(run: LeadRun, at: Millis, sign: SignId, now: string): LeadRun {
  const back = noteSigns(
    run,
    run.signs.filter((other) => other !== sign),
    now,
  );
  const here = run.setup.session.passages[indexNow(run, at)]?.id;
  if (back.signs.length > 0 || !here || !settlesIn(run, here)) return back;
  const changes = run.changes.filter(({ kind, passageId }) => kind !== 'skip' || passageId !== here);
  return writtenAnew({ ...back, changes });
}

/** A sign of strain: it is noted, and leading goes on. */
export const strainNoted = (run: LeadRun, at: Millis, sign: StrainSignId): LeadRun =>
  run.state.kind === 'leading' || run.state.kind === 'paused' ? logged(run, at, sign, run) : run;
