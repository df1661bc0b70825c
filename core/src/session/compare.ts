import type { Conventions } from '../conventions/index.js';
import { techniqueName, type Naming } from '../technique/index.js';
import { describePassage } from './print.js';
import type { Passage, Session } from './session.js';
import { sessionWords } from '../words/index.js';

/** What differs between two versions of a session, in words. */
export interface SessionDifference {
  readonly kind: 'title' | 'goal' | 'minutes' | 'added' | 'removed' | 'changed' | 'order' | 'conventions';
  readonly said: string;
}

const timeFor = ({ minutes }: Session): string =>
  minutes === null ? sessionWords.compare.openTime : sessionWords.compare.minutes(minutes);

/** What `after` has that `before` had otherwise; passages are the same where their ids are. */
export function compareSessions(
  before: Session,
  after: Session,
  conventions: Conventions,
  naming: Naming,
): readonly SessionDifference[] {
  const line = (passage: Passage, of: Session): string =>
    `${techniqueName(passage.technique, naming)} ${describePassage(passage, of.goal, conventions)}`;
  const was = new Map(before.passages.map((passage) => [passage.id, passage]));
  const is = new Set(after.passages.map(({ id }) => id));
  const differences: SessionDifference[] = [];
  if (before.title !== after.title)
    differences.push({ kind: 'title', said: sessionWords.compare.insteadOf(after.title, before.title) });
  if (before.goal !== after.goal)
    differences.push({ kind: 'goal', said: sessionWords.compare.forInsteadOf(after.goal, before.goal) });
  if (before.minutes !== after.minutes)
    differences.push({
      kind: 'minutes',
      said: sessionWords.compare.timeInsteadOf(timeFor(after), timeFor(before)),
    });
  if (JSON.stringify(before.conventions) !== JSON.stringify(after.conventions))
    differences.push({ kind: 'conventions', said: sessionWords.compare.otherConventions });
  for (const passage of before.passages)
    if (!is.has(passage.id))
      differences.push({ kind: 'removed', said: sessionWords.compare.without(line(passage, before)) });
  for (const passage of after.passages) {
    const old = was.get(passage.id);
    if (!old) differences.push({ kind: 'added', said: sessionWords.compare.with(line(passage, after)) });
    else if (JSON.stringify(old) !== JSON.stringify(passage)) {
      const [then, now] = [line(old, before), line(passage, after)];
      const said =
        then === now
          ? sessionWords.compare.otherThanNumbers(now)
          : sessionWords.compare.nowInsteadOf(now, then);
      differences.push({ kind: 'changed', said });
    }
  }
  const common = (of: Session): string =>
    of.passages.flatMap(({ id }) => (was.has(id) && is.has(id) ? [id] : [])).join();
  if (common(before) !== common(after))
    differences.push({ kind: 'order', said: sessionWords.compare.inAnotherOrder });
  return differences;
}
