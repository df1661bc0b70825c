import type { Passage, Session } from '../session/index.js';
import { techniqueOf } from '../technique/index.js';
import { millis, type Millis } from '../units/index.js';
import type { Section, Timeline, TimelineEvent } from './timeline.js';

/** What a whole session amounts to. */
export interface SessionTotals {
  readonly time: Millis;
  readonly held: Millis;
  /** Time with a hand at the face. */
  readonly armRaised: Millis;
  readonly strokes: number;
  /** Shares of the time, 0 to 1. */
  readonly heating: number;
  readonly cooling: number;
  /** Index of the event of the longest hold; null where nothing is held. */
  readonly longestHold: number | null;
}

/** Parts of the teaching arc in which nobody breathes as the passage says: what is shown is watched. */
const WITHOUT_BREATH: ReadonlySet<Section> = new Set(['explain', 'demonstrate', 'quiet', 'ask']);

/** Totals of a compiled session, or of one of its passages; open stretches count with their expected length. */
export function sessionTotals(
  { passages }: Session,
  timeline: Timeline,
  only: number | null = null,
): SessionTotals {
  const span = only === null ? null : timeline.passages[only];
  const time = span ? span.to - span.from : timeline.total;
  let [held, longest] = [0, 0];
  let longestHold: number | null = null;
  let [armRaised, strokes, heating, cooling] = [0, 0, 0, 0];
  for (const [index, event] of timeline.events.entries()) {
    const { passage, kind, strokes: some, from, to } = event;
    if (only !== null && passage !== only) continue;
    if (WITHOUT_BREATH.has(event.section)) continue;
    if (kind === 'internalHold' || kind === 'externalHold') {
      held += to - from;
      if (to - from > longest) [longest, longestHold] = [to - from, index];
    }
    if (some) strokes += some.number;
    const technique = passages[passage]?.technique;
    if (kind === 'seatChange' || !technique) continue;
    if (isHandAtFace(event, passages[passage], timeline)) armRaised += to - from;
    const { features } = techniqueOf(technique);
    if (features.includes('heating')) heating += to - from;
    if (features.includes('cooling')) cooling += to - from;
  }
  const share = (of: number): number => (time === 0 ? 0 : of / time);
  return {
    time: millis(time),
    held: millis(held),
    armRaised: millis(armRaised),
    strokes,
    heating: share(heating),
    cooling: share(cooling),
    longestHold,
  };
}

/** Whether a hand really is at the face: not in natural breathing after strokes, nor in strokes through both nostrils. */
function isHandAtFace(
  { passage: index, kind, section, airway }: TimelineEvent,
  passage: Passage | undefined,
  timeline: Timeline,
): boolean {
  const raised = timeline.passages[index]?.raised ?? null;
  if (raised === null || section === 'closing' || kind === 'quiet' || kind === 'trying') return false;
  const through = kind === 'handUp' || raised === 'ears' || airway === 'left' || airway === 'right';
  return passage?.kind !== 'strokes' || through;
}
