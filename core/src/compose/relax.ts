import { blocksLeading, FACT_NAMES, screenCase, describeFinding } from '../screening/index.js';
import { newPassage } from '../session/index.js';
import { SEATS } from '../technique/index.js';
import { draftOf } from './options.js';
import type { ComposeRequest } from './request.js';
import { composeWords } from '../words/index.js';

/** Something that narrows what can be composed, and the request without it. */
interface Constraint {
  /** What would have to change. */
  readonly said: string;
  readonly without: (request: ComposeRequest) => ComposeRequest;
}

/** Sets of more than so many constraints are no help to anybody. */
const LARGEST_SET = 3;

const bareSession = (request: ComposeRequest) =>
  draftOf(request, [newPassage('closing-stillness', 'closing-stillness')]);

/**
 * The smallest set of constraints without which `possible` holds, in words: sets of one are tried before sets of two, and
 * each is proved by trying. Where no set of three helps, everything that speaks against even stillness. Domain 10, if nothing fits.
 */
export function smallestRelaxation(
  request: ComposeRequest,
  possible: (request: ComposeRequest) => boolean,
): readonly string[] {
  const against = screenCase({ ...request, session: bareSession(request) }).filter(blocksLeading);
  const constraints = constraintsOf(
    request,
    against.map(({ fact }) => fact),
  );
  for (let size = 1; size <= Math.min(LARGEST_SET, constraints.length); size++) {
    for (const set of setsOf(constraints, size)) {
      if (possible(set.reduce((now, { without }) => without(now), request)))
        return set.map(({ said }) => said);
    }
  }
  return [...new Set(against.map(describeFinding))];
}

function constraintsOf(request: ComposeRequest, facts: readonly string[]): readonly Constraint[] {
  const seats: readonly Constraint[] =
    request.student.seats.length === 0
      ? []
      : [
          {
            said: composeWords.relax.anotherSeat(
              request.student.seats.map((seat) => SEATS[seat].name).join(', '),
            ),
            without: (now) => ({ ...now, student: { ...now.student, seats: [] } }),
          },
        ];
  const ofFacts = request.student.facts
    .filter((fact) => facts.includes(fact))
    .map((fact): Constraint => ({
      said: composeWords.relax.anotherTime(FACT_NAMES[fact]),
      without: (now) => ({
        ...now,
        student: { ...now.student, facts: now.student.facts.filter((other) => other !== fact) },
      }),
    }));
  return [...seats, ...ofFacts];
}

function* setsOf<T>(all: readonly T[], size: number, from = 0): Generator<readonly T[]> {
  if (size === 0) return yield [];
  for (let index = from; index <= all.length - size; index++)
    for (const others of setsOf(all, size - 1, index + 1)) yield [all[index] as T, ...others];
}
