import type { Conventions, FindingLevel, Goal, Passage, Side, Slot, TechniqueId } from '@nuvrah/core';

/** What was picked: a technique, or an own variant of one. */
export interface Pick {
  readonly technique: TechniqueId;
  readonly variant: string | null;
}

/** What speaks against a technique for a student, as it would be put in. */
export interface Verdict {
  readonly level: FindingLevel;
  readonly text: string;
}

/** What the picker of techniques sees of the session that it picks for. */
export interface PickerSight {
  /** What the session is for. */
  readonly goal: Goal;
  /** Slots that have something. */
  readonly filled: readonly Slot[];
  readonly hand: Side;
  readonly conventions: Conventions;
  /** The student whom it would be for; null for a class or nobody. */
  readonly forName: string | null;
  /** The passage as it would be put in. */
  readonly passageOf: (pick: Pick) => Passage;
  /** The strictest that would keep it from being led; null where nothing does. */
  readonly verdictOf: (pick: Pick) => Verdict | null;
}

/** One name for a technique or a variant of it. */
export const pickKey = ({ technique, variant }: Pick): string => variant ?? technique;
