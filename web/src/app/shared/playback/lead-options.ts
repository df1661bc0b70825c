import {
  backToPlan,
  becomes,
  countsOf,
  describeRefusal,
  describeRounds,
  easeRun,
  easeToEnd,
  finishBy,
  formatBreath,
  formatClock,
  millis,
  repeatPassage,
  restLonger,
  roundsPlanned,
  simplerForm,
  skipToRest,
  techniqueName,
  watchOnly,
  type Becomes,
  type EaseWay,
  type FitTo,
  type LeadAnswer,
  type LeadRun,
  type Millis,
  type Naming,
  keysOf,
} from '@nuvrah/core';
import { leadWords } from '../../words/lead-words';

/** What can be done with the passage that is led beside the large buttons. */
export type LeadOptionId =
  'halve' | 'dropHold' | 'simpler' | 'watch' | 'plan' | 'repeat' | 'longer' | 'sameEnd' | 'rest';

/** One of them, as it is offered now. */
export interface LeadOption {
  readonly id: LeadOptionId;
  /** What it makes of the passage, or why it is not offered. */
  readonly line: string;
  readonly offered: boolean;
}

/** Where a leading stands, and what an option may need. */
export interface OptionContext {
  readonly at: Millis;
  /** Whether easing goes on to the end of the session. */
  readonly toEnd: boolean;
  /** Of a passage that is put in. */
  readonly newId: string;
  /** What a simpler form is fitted to; null where none is offered. */
  readonly fit: FitTo | null;
  /** How long there is until it was to end; null where that is not known. */
  readonly endsIn: Millis | null;
}

type Command = (run: LeadRun, context: OptionContext) => LeadAnswer;

/** By how much natural breathing is made longer at once. */
const MINUTE = millis(60_000);

/** Makes a run easier in a way, in this passage or to the end. */
export const easier =
  (way: EaseWay): Command =>
  (run, { at, toEnd }) =>
    (toEnd ? easeToEnd : easeRun)(run, at, way);

const COMMANDS: Readonly<Record<LeadOptionId, Command>> = {
  halve: easier('halve'),
  dropHold: easier('drop-hold'),
  simpler: (run, { at, newId, fit }) =>
    fit ? simplerForm(run, at, newId, fit) : { ok: false, problem: { code: 'nothing-simpler' } },
  watch: (run, { at, newId }) => watchOnly(run, at, newId),
  plan: (run, { at }) => backToPlan(run, at),
  repeat: (run, { at, newId }) => repeatPassage(run, at, newId),
  longer: (run, { at }) => restLonger(run, at, MINUTE),
  sameEnd: (run, { at, endsIn }) =>
    endsIn === null ? { ok: false, problem: { code: 'in-time-already' } } : finishBy(run, at, endsIn),
  rest: (run, { at }) => skipToRest(run, at),
};

const EASES: Readonly<Partial<Record<LeadOptionId, EaseWay>>> = { halve: 'halve', dropHold: 'drop-hold' };
/** Those that put in something that was not screened beforehand. */
const NEEDS_SCREENING: readonly LeadOptionId[] = ['simpler', 'repeat'];

/** Which are offered at all, in order, where a passage may be made easier in these ways, and where what is put in is screened. */
export const optionIds = (ways: readonly EaseWay[], screened: boolean): readonly LeadOptionId[] =>
  keysOf(COMMANDS).filter((id) => {
    const way = EASES[id];
    return (way === undefined || ways.includes(way)) && (screened || !NEEDS_SCREENING.includes(id));
  });

/** Letting the breath go is never refused for what speaks against it. */
export const isAlwaysAllowed = (id: LeadOptionId): boolean => id === 'rest' || id === 'watch';

export const commandOf =
  (id: LeadOptionId, context: () => OptionContext): ((run: LeadRun) => LeadAnswer) =>
  (run) =>
    COMMANDS[id](run, context());

/** "From round 4 on: in 3 · hold 6 · out 6", "From set 2 on: 20 strokes, 50 a minute". */
export function describeBecomes({ fromRound, counts, strokes }: Becomes): string {
  const words = leadWords.leadOptions;
  if (counts) return words.fromRound(fromRound, formatBreath(counts));
  return strokes ? words.fromSet(fromRound, strokes.strokes, strokes.rate) : '';
}

/** "At once: three-part breath, 6 rounds, in 4 · out 6", of what was put in last. */
function describeAdded(run: LeadRun, naming: Naming): string {
  const words = leadWords.leadOptions;
  const last = run.added.at(-1);
  const passage = run.setup.session.passages.find(({ id }) => id === last?.id);
  if (!last || !passage) return '';
  const name = techniqueName(passage.technique, naming);
  if (passage.kind === 'natural') return words.naturally(name, formatClock(passage.length * 1000));
  const rounds = describeRounds(roundsPlanned(run, passage));
  if (last.why === 'repeat') return words.again(name, rounds);
  return words.atOnce(name, rounds, passage.kind === 'counted' ? formatBreath(countsOf(passage)) : '');
}

/** "Rounds: Alternate-nostril breath 6 of 10, Bellows breath 2 of 3": the passages that have fewer than were planned. */
export function describeFewerRounds(run: LeadRun, naming: Naming): string {
  const words = leadWords.leadOptions;
  const asPlanned = { ...run, changes: [] };
  const lines = run.setup.session.passages.flatMap((passage) => {
    if (passage.kind === 'natural') return [];
    const [now, planned] = [roundsPlanned(run, passage), roundsPlanned(asPlanned, passage)];
    return now < planned ? [words.fewer(techniqueName(passage.technique, naming), now, planned)] : [];
  });
  return words.fewerRounds(lines.join(', '));
}

/** What a command made of a run, in a line. */
export function describeDone(id: LeadOptionId, run: LeadRun, naming: Naming): string {
  const words = leadWords.leadOptions;
  if (id === 'longer' || id === 'rest') return words.lines[id];
  if (id === 'sameEnd') return describeFewerRounds(run, naming);
  if (id === 'simpler' || id === 'watch' || id === 'repeat') return describeAdded(run, naming);
  const told = becomes(run);
  return told ? describeBecomes(told) : words.lines.later;
}

/** What a command makes of a run, or why it is refused, in a line. */
export const lineOf = (id: LeadOptionId, answer: LeadAnswer, naming: Naming): string =>
  answer.ok ? describeDone(id, answer.value, naming) : describeRefusal(answer.problem);
