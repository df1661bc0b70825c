import {
  backToPlan,
  becomes,
  describeRefusal,
  easeRun,
  formatBreath,
  millis,
  restLonger,
  skipToRest,
  type Becomes,
  type EaseWay,
  type LeadAnswer,
  type LeadRun,
  type Millis,
} from '@nuvrah/core';
import { leadWords } from '../../words/lead-words';

/** What can be done with the passage that is led beside the large buttons. */
export type LeadOptionId = 'halve' | 'dropHold' | 'plan' | 'longer' | 'rest';

/** One of them, as it is offered now. */
export interface LeadOption {
  readonly id: LeadOptionId;
  /** What it makes of the passage, or why it is not offered. */
  readonly line: string;
  readonly offered: boolean;
}

type Command = (run: LeadRun, at: Millis) => LeadAnswer;

/** By how much natural breathing is made longer at once. */
const MINUTE = millis(60_000);

const COMMANDS: Readonly<Record<LeadOptionId, Command>> = {
  halve: (run, at) => easeRun(run, at, 'halve'),
  dropHold: (run, at) => easeRun(run, at, 'drop-hold'),
  plan: backToPlan,
  longer: (run, at) => restLonger(run, at, MINUTE),
  rest: skipToRest,
};

const EASES: Readonly<Partial<Record<LeadOptionId, EaseWay>>> = { halve: 'halve', dropHold: 'drop-hold' };

/** Which are offered at all, in order, where a passage may be made easier in these ways. */
export const optionIds = (ways: readonly EaseWay[]): readonly LeadOptionId[] =>
  (Object.keys(COMMANDS) as LeadOptionId[]).filter((id) => {
    const way = EASES[id];
    return way === undefined || ways.includes(way);
  });

/** Going to rest is never refused for what speaks against it. */
export const isAlwaysAllowed = (id: LeadOptionId): boolean => id === 'rest';

export const commandOf =
  (id: LeadOptionId, at: () => Millis): ((run: LeadRun) => LeadAnswer) =>
  (run) =>
    COMMANDS[id](run, at());

/** "From round 4 on: in 3 · hold 6 · out 6", "From set 2 on: 20 strokes, 50 a minute". */
export function describeBecomes({ fromRound, counts, strokes }: Becomes): string {
  const words = leadWords.leadOptions;
  if (counts) return words.fromRound(fromRound, formatBreath(counts));
  return strokes ? words.fromSet(fromRound, strokes.strokes, strokes.rate) : '';
}

/** What a command makes of a run, in a line. */
export function lineOf(id: LeadOptionId, answer: LeadAnswer): string {
  if (!answer.ok) return describeRefusal(answer.problem);
  const told = id === 'longer' || id === 'rest' ? null : becomes(answer.value);
  return told ? describeBecomes(told) : leadWords.leadOptions.lines[id];
}
