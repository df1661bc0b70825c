import { resolveConventions, type Conventions } from '../conventions/index.js';
import { sessionHalfMillis } from '../policy/index.js';
import type { Passage, Session } from '../session/index.js';
import { techniqueOf } from '../technique/index.js';
import { seconds, type Millis, type Seconds } from '../units/index.js';
import { hasRounds, mostRounds, roundsOf, roundsWord, withRounds } from './rounds.js';
import { orderingWords } from '../words/index.js';

/** A place where time that is left over could go. */
export interface LeftOverPlace {
  readonly passageId: string;
  /** "3 more rounds", "2 min 28 s longer". */
  readonly said: string;
  /** What it takes of what is left. */
  readonly takes: Seconds;
  readonly session: Session;
}

/**
 * Where time that is left over could go: as many whole rounds of one passage as it holds within its technique, or a longer
 * rest. What takes most of it comes first. Domain 8, remainder.
 *
 * @param left milliseconds between what is planned and what there is.
 */
export function placesForLeftOver(
  session: Session,
  profile: Conventions,
  left: Millis,
): readonly LeftOverPlace[] {
  const conventions = resolveConventions(profile, session.conventions);
  const lengthOf = (of: Session): number => sessionHalfMillis(of, profile) / 2;
  const before = lengthOf(session);
  const withPassage = (changed: Passage): Session => ({
    ...session,
    passages: session.passages.map((passage) => (passage.id === changed.id ? changed : passage)),
  });
  const places = session.passages.flatMap((passage): LeftOverPlace[] => {
    if (passage.kind === 'natural') return restPlace(passage, left, withPassage);
    if (!hasRounds(passage)) return [];
    const now = roundsOf(passage, conventions);
    const more = (number: number): Session => withPassage(withRounds(passage, now + number, conventions));
    // A ramp makes later rounds longer or shorter than the first: lengths only ever grow, so the most that fit is searched.
    let [number, above] = [0, mostRounds(passage, conventions) - now + 1];
    while (above - number > 1) {
      const middle = (number + above) >> 1;
      if (lengthOf(more(middle)) - before > left) above = middle;
      else number = middle;
    }
    if (number <= 0) return [];
    const grown = more(number);
    const takes = seconds((lengthOf(grown) - before) / 1000);
    const said = `${roundsWord(passage, number).replace(' ', ' more ')}`;
    return [{ passageId: passage.id, said, takes, session: grown }];
  });
  return places.sort((a, b) => b.takes - a.takes);
}

function restPlace(
  passage: Extract<Passage, { kind: 'natural' }>,
  left: Millis,
  withPassage: (changed: Passage) => Session,
): LeftOverPlace[] {
  const { pattern } = techniqueOf(passage.technique);
  const most = pattern.kind === 'natural' ? pattern.length.to : passage.length;
  const more = Math.min(Math.floor(left / 1000), most - passage.length);
  if (more <= 0) return [];
  const takes = seconds(more);
  const [minutes, rest] = [Math.floor(takes / 60), takes % 60];
  const said = orderingWords.leftOver.longer(
    minutes > 0 ? orderingWords.leftOver.min(minutes) : '',
    rest > 0 ? `${rest} s ` : '',
  );
  const session = withPassage({ ...passage, length: seconds(passage.length + takes) });
  return [{ passageId: passage.id, said, takes, session }];
}
