import { failure, success, type Result } from '../result.js';
import type { Session } from '../session/index.js';
import type { TechniqueId } from '../technique/index.js';
import { compileSession } from '../timeline/index.js';
import { composeWords } from '../words/index.js';
import { optionsFor, passageWith, type Option, type ProposalKind } from './options.js';
import {
  assemble,
  brokenBy,
  explain,
  leastStillness,
  notNeeded,
  reasonFor,
  settling,
  STILLNESS,
  type Proposal,
} from './proposal.js';
import { smallestRelaxation } from './relax.js';
import { checkRequest, type ComposeProblem, type ComposeRequest } from './request.js';
import { searchPlan, type Plan } from './search.js';

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
    const choices = plan?.choices ?? [];
    const passages = choices.map(({ option, rounds }) => passageWith(request, option.passage, rounds));
    const session = assemble(request, passages, settle);
    const timeline = compileSession(session, { hand: request.hand }, request.profile);
    const broken = plan && brokenBy(request, session, timeline);
    if (broken) {
      banned.set(broken.technique, broken.reason);
      continue;
    }
    const twin = before.find((other) => sameTechniques(other.session, session));
    const [longest] = [...choices].sort((a, b) => lengthOf(b) - lengthOf(a));
    if (twin && longest) {
      banned.set(longest.option.technique, composeWords.compose.leadsProposal(twin.title));
      continue;
    }
    if (twin) return null;
    return explain(request, session, timeline, {
      kind,
      why: new Map([
        ...choices.map(({ option }) => [option.passage.id, reasonFor(option, request)] as const),
        [settle.id, composeWords.compose.endsInStillness],
      ]),
      leftOut: [
        ...leftOut,
        ...[...banned].map(([technique, reason]) => ({ technique, reason })),
        ...unused(left, plan),
      ],
      considered: plan?.considered ?? 1,
      value: plan?.value ?? 0,
    });
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

const sameTechniques = (a: Session, b: Session): boolean =>
  a.passages.map(({ technique }) => technique).join() === b.passages.map(({ technique }) => technique).join();

/** What was permitted but is not in the plan. */
function unused(options: readonly Option[], plan: Plan | null): ReturnType<typeof notNeeded>[] {
  const chosen = new Set((plan?.choices ?? []).map(({ option }) => option.technique));
  return options.filter(({ technique }) => !chosen.has(technique)).map(notNeeded);
}

const nothingFits = (request: ComposeRequest): ComposeProblem => ({
  code: 'nothing-fits',
  message: composeWords.compose.nothingFits,
  relax: smallestRelaxation(request, (relaxed) => settling(relaxed) !== null),
});
