import type { HomePractice } from '@nuvrah/contract';
import {
  compileSession,
  sessionFromChecked,
  techniqueName,
  type Conventions,
  type Naming,
  type Passage,
  type Session,
  type Side,
  type Timeline,
} from '@nuvrah/core';

/** A session with everything that says how it is practised. */
export interface Practised {
  readonly session: Session;
  readonly conventions: Conventions;
  readonly hand: Side;
  readonly naming: Naming;
  /** Names of the instructor's variants, by id. */
  readonly variants: ReadonlyMap<string, string>;
}

export const practisedOf = ({ session, conventions, hand, naming, variants }: HomePractice): Practised => ({
  session: sessionFromChecked(session),
  conventions,
  hand,
  naming,
  variants: new Map(variants.map(({ id, name }) => [id, name])),
});

export const timelineOf = ({ session, hand, conventions }: Practised): Timeline =>
  compileSession(session, { hand }, conventions);

export const nameOfPassage = ({ variants, naming }: Practised, { variant, technique }: Passage): string =>
  variants.get(variant ?? '') ?? techniqueName(technique, naming);

/** The passage that a practice is about: the longest one that is counted; else of strokes; else the first. */
export function heartOf({ session }: Practised, timeline: Timeline): Passage | null {
  const length = (passage: Passage): number => {
    const span = timeline.passages[session.passages.indexOf(passage)];
    return span ? span.to - span.from : 0;
  };
  for (const kind of ['counted', 'strokes'] as const) {
    const [longest] = session.passages
      .filter((passage) => passage.kind === kind)
      .sort((a, b) => length(b) - length(a));
    if (longest) return longest;
  }
  return session.passages[0] ?? null;
}
