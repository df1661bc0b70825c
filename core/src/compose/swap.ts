import { SLOTS, techniqueName, techniqueOf, type TechniqueId } from '../technique/index.js';
import { compileSession } from '../timeline/index.js';
import type { Passage } from '../session/index.js';
import { composeWords } from '../words/index.js';
import { passageWith, permittedFor, type Option } from './options.js';
import {
  assemble,
  brokenBy,
  explain,
  leastStillness,
  reasonFor,
  settling,
  type Proposal,
} from './proposal.js';
import type { ComposeRequest } from './request.js';
import { mostIn } from './search.js';

/** A proposal with another technique in place of one of its own, and what that costs. */
export interface Swap {
  readonly technique: TechniqueId;
  readonly inPlaceOf: TechniqueId;
  readonly proposal: Proposal;
  /** What the swap changes of the share that serves the goals, -1 to 1; below 0 it serves them less. */
  readonly goalFit: number;
  /** Seconds by which the new passage is longer than the one before; stillness takes up the rest. */
  readonly seconds: number;
  /** Seconds by which more is held in the whole session. */
  readonly held: number;
}

/** Why a technique is not in a proposal: a rule or fact against it, or what it would cost in place of another. */
export type WhyNot =
  | { readonly kind: 'in-it' }
  | { readonly kind: 'not'; readonly reason: string }
  | { readonly kind: 'swap'; readonly swap: Swap };

/** Rounds may take so many seconds more than there are, by rounding up to whole seconds. */
const ROUNDED_UP = 1;

/**
 * What could stand in a proposal in place of one of its passages: every technique of the same slot against which nothing
 * speaks, with the rounds that take as nearly as long, the one that serves the goals best first. The rest of the proposal stays.
 *
 * @param request what the proposal was composed from.
 * @param passageId of a passage of the proposal; stillness at the end has no alternatives.
 */
export function alternativesTo(
  request: ComposeRequest,
  proposal: Proposal,
  passageId: string,
): readonly Swap[] {
  const passage = proposal.session.passages.find(({ id }) => id === passageId);
  if (!passage) return [];
  const { slot } = techniqueOf(passage.technique);
  return permittedFor(request, proposal.kind)
    .options.filter((option) => option.slot === slot)
    .flatMap((option) => swapped(request, proposal, option, passage) ?? [])
    .sort(cheapestFirst);
}

/**
 * Why a technique is not in a proposal: what speaks against it, else what it would cost in place of the passage for which it
 * costs least. An answer for every technique.
 */
export function whyNot(request: ComposeRequest, proposal: Proposal, technique: TechniqueId): WhyNot {
  const { passages } = proposal.session;
  if (passages.some((passage) => passage.technique === technique)) return { kind: 'in-it' };
  if (techniqueOf(technique).features.includes('rest'))
    return { kind: 'not', reason: composeWords.compose.restStandsBetween };
  const only = { ...request, techniques: [technique] };
  const { options, leftOut } = permittedFor(only, proposal.kind);
  const [option] = options;
  if (!option) return { kind: 'not', reason: leftOut[0]?.reason ?? composeWords.options.tooLittleTime };
  const [swap] = passages
    .flatMap((passage) => swapped(request, proposal, option, passage) ?? [])
    .sort(cheapestFirst);
  return swap ? { kind: 'swap', swap } : { kind: 'not', reason: composeWords.compose.fitsInPlaceOfNone };
}

/** What costs least of the goal first; of those that cost as much, the shorter. */
const cheapestFirst = (a: Swap, b: Swap): number => b.goalFit - a.goalFit || a.seconds - b.seconds;

const lengthAt = ({ lengths, from }: Option, rounds: number): number => lengths[rounds - from] ?? Infinity;

/** The proposal with an option in place of a passage, for as nearly as long; null where it breaks a rule or takes too long. */
function swapped(request: ComposeRequest, proposal: Proposal, option: Option, passage: Passage): Swap | null {
  const settle = settling(request);
  const own = proposal.session.passages.slice(0, -1);
  const before = spanOf(request, proposal, passage.id);
  const others = own.filter((one) => one !== passage).map(({ technique }) => techniqueOf(technique));
  if (!settle || others.length === own.length) return null;
  if (option.technique === passage.technique || others.some(({ id }) => id === option.technique)) return null;
  if (others.filter(({ slot }) => slot === option.slot).length >= mostIn(option.slot)) return null;
  const spare = spanOf(request, proposal, settle.id) - leastStillness(request);
  const rounds = option.lengths
    .map((_, index) => option.from + index)
    .filter((some) => lengthAt(option, some) <= before + spare + ROUNDED_UP)
    .sort((a, b) => Math.abs(lengthAt(option, a) - before) - Math.abs(lengthAt(option, b) - before))[0];
  if (rounds === undefined) return null;
  const put = passageWith(request, option.passage, rounds);
  const session = assemble(request, inPlaceOf(own, passage, put), settle);
  const timeline = compileSession(session, { hand: request.hand }, request.profile);
  if (brokenBy(request, session, timeline)) return null;
  const why = new Map(proposal.why);
  why.delete(passage.id);
  why.set(put.id, reasonFor(option, request));
  const now = explain(request, session, timeline, {
    ...proposal.numbers,
    kind: proposal.kind,
    why,
    leftOut: [
      ...proposal.leftOut.filter(({ technique }) => technique !== option.technique),
      { technique: passage.technique, reason: composeWords.compose.swappedFor(nameOf(option.technique)) },
    ],
  });
  return {
    technique: option.technique,
    inPlaceOf: passage.technique,
    proposal: now,
    goalFit: now.numbers.goalFit - proposal.numbers.goalFit,
    seconds: spanOf(request, now, put.id) - before,
    held: now.numbers.held - proposal.numbers.held,
  };
}

const nameOf = (technique: TechniqueId): string => techniqueName(technique, 'english');

/** At its place where it is of the same slot, else where its slot comes. */
function inPlaceOf(passages: readonly Passage[], old: Passage, put: Passage): readonly Passage[] {
  const slotAt = ({ technique }: Passage): number => SLOTS.indexOf(techniqueOf(technique).slot);
  if (slotAt(old) === slotAt(put)) return passages.map((passage) => (passage === old ? put : passage));
  const others = passages.filter((passage) => passage !== old);
  const after = others.findIndex((passage) => slotAt(passage) > slotAt(put));
  return others.toSpliced(after < 0 ? others.length : after, 0, put);
}

/** Seconds that a passage of a proposal takes. */
function spanOf({ hand, profile }: ComposeRequest, { session }: Proposal, id: string): number {
  const span = compileSession(session, { hand }, profile).passages.find((one) => one.id === id);
  return span ? (span.to - span.from) / 1000 : 0;
}
