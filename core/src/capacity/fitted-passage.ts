import { DEFAULT_CONVENTIONS, type Conventions } from '../conventions/index.js';
import type { Sustainable } from '../ratio/index.js';
import { newPassage, newSession, type Beginning, type Passage, type Session } from '../session/index.js';
import { techniqueOf, type TechniqueId } from '../technique/index.js';
import { withinCapacity } from './within-capacity.js';

/** Whom a first dosage is for. */
export interface FitTo extends Beginning {
  /** What it is fitted to. */
  readonly sustainable: Sustainable;
  readonly conventions?: Conventions;
}

/**
 * A passage of a technique as it begins for somebody: its starting dosage, or less where they cannot sustain that, in a seat
 * that is possible. What tenses in a hold keeps it: whether it may be held is for screening to say.
 */
export function newFittedPassage(technique: TechniqueId, id: string, fit: FitTo): Passage {
  const passage = newPassage(technique, id, fit);
  if (techniqueOf(technique).features.includes('tension')) return passage;
  return withinCapacity(passage, fit.sustainable, fit.conventions ?? DEFAULT_CONVENTIONS) ?? passage;
}

/** A first session for somebody: {@link newSession}, fitted. */
export function newFittedSession(title: string, ids: Parameters<typeof newSession>[1], fit: FitTo): Session {
  const session = newSession(title, ids);
  return {
    ...session,
    passages: session.passages.map(({ technique, id }) => newFittedPassage(technique, id, fit)),
  };
}
