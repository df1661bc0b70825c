import type { Conventions } from '../conventions/index.js';
import { techniqueName, type Naming } from '../technique/index.js';
import { describePassage } from './print.js';
import type { Passage, Session } from './session.js';
import { sessionWords } from '../words/index.js';

/** What differs between two versions of a session, in words. */
export interface SessionDifference {
  readonly kind: 'title' | 'goal' | 'minutes' | 'added' | 'removed' | 'changed' | 'order' | 'conventions';
  readonly said: string;
  /** Of the version that has it, the newer where both do; null where no passage alone is concerned. */
  readonly passageId: string | null;
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
  const say = (kind: SessionDifference['kind'], words: string, passageId: string | null = null): unknown =>
    differences.push({ kind, said: words, passageId });
  if (before.title !== after.title) say('title', sessionWords.compare.insteadOf(after.title, before.title));
  if (before.goal !== after.goal) say('goal', sessionWords.compare.forInsteadOf(after.goal, before.goal));
  if (before.minutes !== after.minutes)
    say('minutes', sessionWords.compare.timeInsteadOf(timeFor(after), timeFor(before)));
  if (JSON.stringify(before.conventions) !== JSON.stringify(after.conventions))
    say('conventions', sessionWords.compare.otherConventions);
  for (const passage of before.passages)
    if (!is.has(passage.id)) say('removed', sessionWords.compare.without(line(passage, before)), passage.id);
  for (const passage of after.passages) {
    const old = was.get(passage.id);
    if (!old) say('added', sessionWords.compare.with(line(passage, after)), passage.id);
    else if (JSON.stringify(old) !== JSON.stringify(passage)) {
      const [then, now] = [line(old, before), line(passage, after)];
      const said =
        then === now
          ? sessionWords.compare.otherThanNumbers(now)
          : sessionWords.compare.nowInsteadOf(now, then);
      say('changed', said, passage.id);
    }
  }
  const common = (of: Session): string =>
    of.passages.flatMap(({ id }) => (was.has(id) && is.has(id) ? [id] : [])).join();
  if (common(before) !== common(after)) say('order', sessionWords.compare.inAnotherOrder);
  return differences;
}
