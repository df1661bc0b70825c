import { heaviestPhase } from '../capacity/index.js';
import { checkOrder } from '../ordering/index.js';
import { failure, success, type Result } from '../result.js';
import { applySafeFixes, blocksLeading, rescreener, sustainableIn } from '../screening/index.js';
import { newPassage, type Passage, type Session } from '../session/index.js';
import {
  GOALS,
  SLOTS,
  techniqueName,
  techniqueOf,
  type TechniqueId,
  SLOT_NAMES,
} from '../technique/index.js';
import { compileSession, holdTotals, type Timeline } from '../timeline/index.js';
import { seconds, type Seconds } from '../units/index.js';
import {
  draftOf,
  goalFit,
  optionsFor,
  passageWith,
  type LeftOut,
  type Option,
  type ProposalKind,
} from './options.js';
import { SERVED_BY_DAY } from './day-part.js';
import { checkRequest, seatsOf, type ComposeProblem, type ComposeRequest } from './request.js';
import { smallestRelaxation } from './relax.js';
import { searchPlan, type Plan } from './search.js';
import { composeWords } from '../words/index.js';

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
const STILLNESS = { share: 0.04, from: 30, to: 90, more: 60 } as const;
const leastStillness = ({ minutes }: ComposeRequest): number =>
  Math.round(Math.min(STILLNESS.to, Math.max(STILLNESS.from, minutes * 60 * STILLNESS.share)));
/** Plans that turn out to break a rule are searched again without what broke it, so often. */
const MOST_TRIES = 12;

/**
 * Three sessions that differ in kind, break no rule of screening or ordering, stay within the fitted capacity, continue
 * the student's current numbers, and fill the time. A search: the same request gives the same answer. Domain 10.
 *
 * @param progress called with how far it is, 0 to 1, after each technique is looked at and each plan searched.
 */
export function composeSessions(
  request: ComposeRequest,
  progress: (done: number) => void = () => undefined,
): Result<readonly Proposal[], ComposeProblem> {
  const wrong = checkRequest(request);
  if (wrong) return failure(wrong);
  const continues = Object.keys(request.current).length > 0;
  const kinds: readonly ProposalKind[] = ['goal', continues ? 'carry-on' : 'varied', 'gentle'];
  const proposals: Proposal[] = [];
  for (const [index, kind] of kinds.entries()) {
    const proposal = propose(request, kind, proposals, (done) => progress((index + done) / kinds.length));
    if (proposal) proposals.push(proposal);
  }
  progress(1);
  return proposals.length > 0 ? success(proposals) : failure(nothingFits(request));
}

/** Of a proposal, looking at every technique takes about so much. */
const LOOKING = 0.8;

function propose(
  request: ComposeRequest,
  kind: ProposalKind,
  before: readonly Proposal[],
  progress: (done: number) => void,
): Proposal | null {
  const settle = settling(request);
  if (!settle) return null;
  const { options, leftOut } = optionsFor(request, kind, (done) => progress(done * LOOKING));
  const banned = new Map<TechniqueId, string>();
  for (let tries = 0; tries < MOST_TRIES; tries++) {
    progress(LOOKING + (1 - LOOKING) * (tries / MOST_TRIES));
    const left = options.filter(({ technique }) => !banned.has(technique));
    const plan = planFor(request, left, kind);
    const session = assemble(request, plan, settle);
    const timeline = compileSession(session, { hand: request.hand }, request.profile);
    const broken = plan && brokenBy(request, session, timeline);
    if (broken) {
      banned.set(broken.technique, broken.reason);
      continue;
    }
    const twin = before.find((other) => sameTechniques(other.session, session));
    const [longest] = [...(plan?.choices ?? [])].sort((a, b) => lengthOf(b) - lengthOf(a));
    if (twin && longest) {
      banned.set(longest.option.technique, composeWords.compose.leadsProposal(twin.title));
      continue;
    }
    if (twin) return null;
    return explain(request, kind, session, timeline, plan, [
      ...leftOut,
      ...[...banned].map(([technique, reason]) => ({ technique, reason })),
      ...unused(left, plan),
    ]);
  }
  return null;
}

const lengthOf = ({ option, rounds }: Plan['choices'][number]): number =>
  option.lengths[rounds - option.from] ?? 0;

function planFor(request: ComposeRequest, options: readonly Option[], kind: ProposalKind): Plan | null {
  const whole = Math.round(request.minutes * 60);
  const most = whole - leastStillness(request);
  return options.length === 0 ? null : searchPlan(options, kind, most, whole, most - STILLNESS.more);
}

/** Stillness in a seat that is possible, with nothing against it; null where even that is forbidden. */
function settling(request: ComposeRequest): Passage | null {
  const begun = newPassage('closing-stillness', 'closing-stillness');
  const { seats } = techniqueOf('closing-stillness');
  const seat = seatsOf(request).find((one) => seats.includes(one)) ?? begun.seat;
  const session = draftOf(request, [{ ...begun, seat }]);
  const fixed = applySafeFixes({ ...request, session }, (kind) => kind === 'seat');
  return fixed.left.length > 0 ? null : (fixed.session.passages[0] ?? null);
}

/** The plan as a session; stillness takes what whole rounds left over. */
function assemble(request: ComposeRequest, plan: Plan | null, settle: Passage): Session {
  const passages = (plan?.choices ?? []).map(({ option, rounds }) =>
    passageWith(request, option.passage, rounds),
  );
  const least = leastStillness(request);
  const short = draftOf(request, [...passages, { ...settle, length: seconds(least) } as Passage]);
  const { total } = compileSession(short, { hand: request.hand }, request.profile);
  const left = Math.floor(request.minutes * 60 - total / 1000);
  const { pattern } = techniqueOf('closing-stillness');
  const most = pattern.kind === 'natural' ? pattern.length.to : least;
  const length = Math.min(most, Math.max(least, least + left));
  return { ...short, passages: [...passages, { ...settle, length: seconds(length) } as Passage] };
}

/** What breaks a rule of the whole that no technique breaks alone, with the technique to leave out for it. */
function brokenBy(
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

const sameTechniques = (a: Session, b: Session): boolean =>
  a.passages.map(({ technique }) => technique).join() === b.passages.map(({ technique }) => technique).join();

/** What was permitted but is not in the plan. */
function unused(options: readonly Option[], plan: Plan | null): LeftOut[] {
  const chosen = new Set((plan?.choices ?? []).map(({ option }) => option.technique));
  return options
    .filter(({ technique }) => !chosen.has(technique))
    .map(({ technique, slot }) => ({
      technique,
      reason: composeWords.compose.inTheTime(SLOT_NAMES[slot]),
    }));
}

function explain(
  request: ComposeRequest,
  kind: ProposalKind,
  session: Session,
  timeline: Timeline,
  plan: Plan | null,
  leftOut: readonly LeftOut[],
): Proposal {
  const goals = request.goals.map((goal) => GOALS[goal]).join(' and ');
  const why = new Map(
    (plan?.choices ?? []).map(({ option }) => [option.passage.id, reasonFor(option, goals)] as const),
  );
  why.set('closing-stillness', composeWords.compose.endsInStillness);
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
      considered: plan?.considered ?? 1,
      value: plan?.value ?? 0,
    },
  };
}

const slotOf = ({ technique }: LeftOut): number => SLOTS.indexOf(techniqueOf(technique).slot);

const SLOT_WORDS: Readonly<Record<string, string>> = {
  arrive: composeWords.compose.settles,
  prepare: composeWords.compose.prepares,
  stoke: composeWords.compose.stirsUp,
  balance: composeWords.compose.balances,
  deepen: composeWords.compose.deepens,
  soften: composeWords.compose.softens,
};

function reasonFor({ technique, slot, fit, continued }: Option, goals: string): string {
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

const nothingFits = (request: ComposeRequest): ComposeProblem => ({
  code: 'nothing-fits',
  message: composeWords.compose.nothingFits,
  relax: smallestRelaxation(request, (relaxed) => settling(relaxed) !== null),
});
