import { withPossibleLocks } from '../capacity/index.js';
import type { Conventions } from '../conventions/index.js';
import { countsOf, numbersFromCounts } from '../ratio/index.js';
import {
  editPassage,
  insertPassage,
  isOwnPaceAlone,
  movePassage,
  newPassage,
  removePassage,
  strokesAtMost,
  type Passage,
  type Session,
  withCycles,
  withFittedParts,
  withPhaseCounts,
  type StrokePassage,
} from '../session/index.js';
import { leastStrokeRest, STROKE_REST } from '../policy/index.js';
import { counts, floorToHalf, seconds, type Seconds } from '../units/index.js';
import { checkOrder, type OrderingFinding, type OrderingRecord } from './ordering.js';
import { orderingWords } from '../words/index.js';

/** A session with one finding of ordering mended, and what was done, in words. */
export interface OrderFix {
  readonly said: string;
  readonly session: Session;
}

/** What decides about the order of a session. */
export interface OrderingCase {
  readonly session: Session;
  readonly record: OrderingRecord;
  readonly profile: Conventions;
}

export const orderFindings = ({ session, record, profile }: OrderingCase): readonly OrderingFinding[] =>
  checkOrder(session, record, profile);

const keyOf = ({ rule, passageId }: OrderingFinding): string => `${rule} ${passageId ?? ''}`;

/**
 * Fixes of a finding that help: it goes, and nothing comes that was not there before. The mildest first.
 *
 * @param ids makes an id for a passage that is put in.
 */
export function orderFixes(
  finding: OrderingFinding,
  of: OrderingCase,
  ids: () => string,
): readonly OrderFix[] {
  const before = new Set(orderFindings(of).map(keyOf));
  return candidates(finding, of.session, ids).filter(({ session }) => {
    const after = orderFindings({ ...of, session }).map(keyOf);
    return !after.includes(keyOf(finding)) && after.every((key) => before.has(key));
  });
}

function candidates({ rule, passageId }: OrderingFinding, session: Session, ids: () => string): OrderFix[] {
  const at = session.passages.findIndex(({ id }) => id === passageId);
  const passage = session.passages[at];
  const leaveOut = (one: Passage): OrderFix => ({
    said: orderingWords.orderFixes.leaveItOut,
    session: removePassage(session, one.id),
  });
  switch (rule) {
    case 'no-settling':
      return [
        {
          said: orderingWords.orderFixes.endInStillness,
          session: insertPassage(session, settling(session, ids()), session.passages.at(-1)?.id ?? null),
        },
      ];
    case 'both-entries':
      return session.passages
        .filter(
          (one) => one.kind === 'counted' && (one.route === 'left-entry' || one.route === 'right-entry'),
        )
        .map(leaveOut);
    case 'too-much-hold':
      return heldLess(session);
    case 'vigorous-late':
    case 'vigorous-after-quiet':
    case 'rest-after-strokes':
    case 'rest-before-hold':
    case 'heating-after-cooling':
    case 'same-numbers':
    case 'hold-unprepared':
    case 'arm-raised-long':
    case 'slot-order':
      return passage ? passageFixes(rule, passage, at, session, ids, leaveOut) : [];
  }
}

function passageFixes(
  rule: OrderingFinding['rule'],
  passage: Passage,
  at: number,
  session: Session,
  ids: () => string,
  leaveOut: (one: Passage) => OrderFix,
): OrderFix[] {
  const edited = (said: string, to: Passage): OrderFix => ({
    said,
    session: editPassage(session, to.id, () => to),
  });
  const rested = (of: StrokePassage, quiet: Seconds): OrderFix =>
    edited(orderingWords.orderFixes.restS(quiet), { ...of, quiet });
  const earlier = Array.from({ length: at }, (_, index) => index + 1).map((by): OrderFix => ({
    said: by === 1 ? orderingWords.orderFixes.moveItUp : orderingWords.orderFixes.moveItUpBy(by),
    session: movePassage(session, passage.id, -by),
  }));
  switch (rule) {
    case 'vigorous-late':
    case 'vigorous-after-quiet':
    case 'heating-after-cooling':
    case 'slot-order':
      return [...earlier, leaveOut(passage)];
    case 'rest-after-strokes':
      return passage.kind === 'strokes' ? [rested(passage, leastStrokeRest(strokesAtMost(passage)))] : [];
    case 'rest-before-hold': {
      const before = session.passages.slice(0, at).findLast(({ kind }) => kind === 'strokes');
      return before?.kind === 'strokes'
        ? [
            edited(orderingWords.orderFixes.restBeforeFor(STROKE_REST.beforeHolds), {
              ...before,
              quiet: STROKE_REST.beforeHolds,
            }),
          ]
        : [];
    }
    case 'hold-unprepared':
      return passage.kind === 'counted' ? prepared(passage, session, at, ids) : [];
    case 'arm-raised-long':
      return passage.kind === 'counted' && passage.route !== 'both'
        ? [edited(orderingWords.orderFixes.byAttentionHandsDown, { ...passage, byAttention: true })]
        : [];
    case 'same-numbers':
      return [leaveOut(passage)];
    case 'no-settling':
    case 'both-entries':
    case 'too-much-hold':
      return [];
  }
}

/** The same pattern without a hold put in before, for a few rounds. */
function prepared(
  passage: Extract<Passage, { kind: 'counted' }>,
  session: Session,
  at: number,
  ids: () => string,
): OrderFix[] {
  const without = {
    ...withCycles(passage, Math.min(passage.cycles, 6)),
    ...numbersFromCounts({ ...countsOf(passage), internalHold: counts(0), externalHold: counts(0) }),
    id: ids(),
    openHold: null,
    emptyHold: 'as-written' as const,
    ramps: [],
    locks: { ...passage.locks, internalHold: [], externalHold: [] },
    ownPace: isOwnPaceAlone(passage) ? seconds(Math.min(passage.ownPace, 60)) : seconds(0),
  };
  const put = (before: Passage): Session => ({
    ...session,
    passages: session.passages.toSpliced(at, 0, before),
  });
  const double = withPhaseCounts(without, 'exhale', 2 * countsOf(without).inhale);
  return [
    { said: orderingWords.orderFixes.sameWithoutHold, session: put(without) },
    { said: orderingWords.orderFixes.longExhaleWithoutHold, session: put(withFittedParts(double)) },
  ];
}

/** Each passage that holds, with its holds halved. */
function heldLess(session: Session): OrderFix[] {
  return session.passages.flatMap((passage): OrderFix[] => {
    if (passage.kind !== 'counted') return [];
    const now = countsOf(passage);
    if (now.internalHold + now.externalHold === 0) return [];
    const half = {
      ...now,
      internalHold: floorToHalf(now.internalHold / 2),
      externalHold: floorToHalf(now.externalHold / 2),
    };
    const to = withPossibleLocks({ ...passage, ...numbersFromCounts(half), ramps: [], openHold: null });
    return [
      { said: orderingWords.orderFixes.halveTheHolds, session: editPassage(session, passage.id, () => to) },
    ];
  });
}

const settling = (session: Session, id: string): Passage => ({
  ...newPassage('closing-stillness', id),
  seat: session.passages.at(-1)?.seat ?? 'cross-legged',
});
