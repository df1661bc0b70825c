import { heaviestPhase } from '../capacity/index.js';
import { checkOrder } from '../ordering/index.js';
import { applySafeFixes, blocksLeading, rescreener, sustainableIn } from '../screening/index.js';
import { newPassage, type Passage, type Session } from '../session/index.js';
import {
  GOALS,
  SLOT_NAMES,
  SLOTS,
  techniqueName,
  techniqueOf,
  type Slot,
  type TechniqueId,
} from '../technique/index.js';
import { compileSession, holdTotals, type Timeline } from '../timeline/index.js';
import { seconds, type Seconds } from '../units/index.js';
import { composeWords } from '../words/index.js';
import { SERVED_BY_DAY } from './day-part.js';
import { draftOf, goalFit, type LeftOut, type Option, type ProposalKind } from './options.js';
import { seatsOf, type ComposeRequest } from './request.js';

/** One session that was composed, with its reasons and what it is compared by. */
export interface Proposal {
  readonly kind: ProposalKind;
  readonly title: string;
  /** The ids of its passages are the names of their techniques: who keeps it gives them ids of their own. */
  readonly session: Session;
  /** Why each technique, by the id of its passage. */
  readonly why: ReadonlyMap<string, string>;
  readonly order: string;
  readonly leftOut: readonly LeftOut[];
  readonly numbers: ProposalNumbers;
}

export interface ProposalNumbers {
  readonly seconds: Seconds;
  readonly held: Seconds;
  /** The most that a phase asks of what can be sustained, 0 to 1; null where that is not known. */
  readonly ofCapacity: number | null;
  /** Share of the time that serves the goals, 0 to 1. */
  readonly goalFit: number;
  /** Plans weighed to find it. */
  readonly considered: number;
  readonly value: number;
}

const TITLES: Readonly<Record<ProposalKind, string>> = {
  goal: composeWords.compose.closestToTheGoal,
  'carry-on': composeWords.compose.carryingOn,
  varied: composeWords.compose.moreVariety,
  gentle: composeWords.compose.gentle,
};
const ORDER = composeWords.compose.orderOfSlots;

/** How the session is ordered, and what the time of day has to do with it. */
function orderOf({ goals, dayPart }: ComposeRequest): string {
  const late = dayPart === 'evening' ? goals.filter((goal) => SERVED_BY_DAY.includes(goal)) : [];
  const said = late.map((goal) => GOALS[goal]).join(' and ');
  return late.length === 0 ? ORDER : composeWords.compose.earlierServesBetter(ORDER, said);
}

/** Stillness at the end: at least this share of the session, between these seconds, and so many more to fill the time. */
export const STILLNESS = { share: 0.04, from: 30, to: 90, more: 60 } as const;
export const leastStillness = ({ minutes }: ComposeRequest): number =>
  Math.round(Math.min(STILLNESS.to, Math.max(STILLNESS.from, minutes * 60 * STILLNESS.share)));
/** Stillness in a seat that is possible, with nothing against it; null where even that is forbidden. */
export function settling(request: ComposeRequest): Passage | null {
  const begun = newPassage('closing-stillness', 'closing-stillness');
  const { seats } = techniqueOf('closing-stillness');
  const seat = seatsOf(request).find((one) => seats.includes(one)) ?? begun.seat;
  const session = draftOf(request, [{ ...begun, seat }]);
  const fixed = applySafeFixes({ ...request, session }, (kind) => kind === 'seat');
  return fixed.left.length > 0 ? null : (fixed.session.passages[0] ?? null);
}

/** Passages as a session that ends in stillness, which takes what whole rounds left over. */
export function assemble(request: ComposeRequest, passages: readonly Passage[], settle: Passage): Session {
  const least = leastStillness(request);
  const short = draftOf(request, [...passages, { ...settle, length: seconds(least) } as Passage]);
  const { total } = compileSession(short, { hand: request.hand }, request.profile);
  const left = Math.floor(request.minutes * 60 - total / 1000);
  const { pattern } = techniqueOf(settle.technique);
  const most = pattern.kind === 'natural' ? pattern.length.to : least;
  const length = Math.min(most, Math.max(least, least + left));
  return { ...short, passages: [...passages, { ...settle, length: seconds(length) } as Passage] };
}

/** What breaks a rule of the whole that no technique breaks alone, with the technique to leave out for it. */
export function brokenBy(
  request: ComposeRequest,
  session: Session,
  timeline: Timeline,
): { readonly technique: TechniqueId; readonly reason: string } | null {
  const screened = rescreener({ ...request, session })
    .screen(session)
    .find(blocksLeading);
  const order = checkOrder(session, request.record, request.profile).find(({ level }) => level === 'change');
  const over = timeline.total > request.minutes * 60_000 + 1;
  if (!screened && !order && !over) return null;
  const id = screened?.passageId ?? order?.passageId ?? null;
  const [longest] = [...timeline.passages].sort((a, b) => b.to - b.from - (a.to - a.from));
  const passage =
    session.passages.find((one) => one.id === id) ?? session.passages.find((one) => one.id === longest?.id);
  return passage ? { technique: passage.technique, reason: composeWords.compose.togetherWithOthers } : null;
}

/** A session with what a proposal says of it, and the numbers that it is compared by. */
export function explain(
  request: ComposeRequest,
  session: Session,
  timeline: Timeline,
  said: Pick<Proposal, 'kind' | 'why' | 'leftOut'> & Pick<ProposalNumbers, 'considered' | 'value'>,
): Proposal {
  const { kind, why, leftOut, considered, value } = said;
  return {
    kind,
    title: TITLES[kind],
    session: { ...session, title: `${TITLES[kind]}: ${GOALS[session.goal]}` },
    why,
    order: orderOf(request),
    leftOut: [...leftOut].sort((a, b) => slotOf(a) - slotOf(b)),
    numbers: {
      seconds: seconds(timeline.total / 1000),
      held: seconds(holdTotals(timeline).total),
      ofCapacity: ofCapacity(request, session),
      goalFit: servedShare(request, session, timeline),
      considered,
      value,
    },
  };
}

/** Why what was permitted is not in a session. */
export const notNeeded = ({ technique, slot }: Pick<Option, 'technique' | 'slot'>): LeftOut => ({
  technique,
  reason: composeWords.compose.inTheTime(SLOT_NAMES[slot]),
});

const slotOf = ({ technique }: LeftOut): number => SLOTS.indexOf(techniqueOf(technique).slot);

const SLOT_WORDS: Readonly<Partial<Record<Slot, string>>> = {
  arrive: composeWords.compose.settles,
  prepare: composeWords.compose.prepares,
  stoke: composeWords.compose.stirsUp,
  balance: composeWords.compose.balances,
  deepen: composeWords.compose.deepens,
  soften: composeWords.compose.softens,
};

/** Why a technique is in a session. */
export function reasonFor({ technique, slot, fit, continued }: Option, request: ComposeRequest): string {
  const goals = request.goals.map((goal) => GOALS[goal]).join(' and ');
  const name = techniqueName(technique, 'english');
  const serves = fit >= 0.5 ? composeWords.compose.isSaidToServe(name, goals) : '';
  const goesOn = continued ? composeWords.compose.goesOnFromLast : '';
  return `${SLOT_WORDS[slot] ?? ''}${serves}${goesOn}`;
}

function ofCapacity(request: ComposeRequest, { passages }: Session): number | null {
  const sustainable = sustainableIn(request);
  const shares = passages.flatMap((passage) =>
    passage.kind === 'counted' ? [heaviestPhase(passage, sustainable, request.profile)?.share ?? 0] : [],
  );
  return shares.length === 0 ? null : Math.max(...shares);
}

function servedShare({ goals }: ComposeRequest, { passages }: Session, timeline: Timeline): number {
  const served = passages.reduce((sum, { technique }, index) => {
    const span = timeline.passages[index];
    return sum + (span ? (span.to - span.from) * goalFit(technique, goals) : 0);
  }, 0);
  return timeline.total === 0 ? 0 : served / timeline.total;
}
