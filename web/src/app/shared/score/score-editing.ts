import type { Counts, PhaseStop, RoundFlag, TimelineEvent } from '@nuvrah/core';

/** What drawing the end of a phase would do. */
export interface PhaseDrawing {
  /** Its length in that round now. */
  readonly counts: Counts;
  /** The least change, in counts. */
  readonly by: number;
  /** Milliseconds of a count. */
  readonly pace: number;
  /** Where it rests, and what it cannot pass. */
  readonly stops: readonly PhaseStop[];
  /** What would change, said before it happens: "in every round", "the limit, from round 11". */
  readonly scope: string;
}

/** Something that begins at a round of a passage, as it stands on the score. */
export interface ScoreFlag {
  readonly flag: RoundFlag;
  /** Tells it from the others of its passage. */
  readonly key: string;
  /** The moment at which its round begins. */
  readonly at: number;
  /** One or two letters, and the whole in words. */
  readonly sign: string;
  readonly said: string;
}

/** Something that can be done with a phase. */
export interface PhaseAction {
  readonly label: string;
  /** Whether it is so now; null where it is done once. */
  readonly on: boolean | null;
  readonly run: () => void;
}

/** What can be changed on a score where it stands. Every change is an edit like one by number. */
export interface ScoreEditing {
  /** What drawing the end of a phase would do; null where its length cannot be drawn. */
  drawing(event: TimelineEvent): PhaseDrawing | null;
  drawPhase(event: TimelineEvent, counts: number): void;
  /** A hold goes, with its locks and its changes; any other event stays. */
  dropHold(event: TimelineEvent): void;
  /** A passage is drawn so long, in milliseconds. */
  drawLength(passage: number, length: number): void;
  /** Rounds, sets or minutes of a passage, in words. */
  dosageOf(passage: number): string;
  /** What begins at rounds of the passage that is chosen. */
  flags(): readonly ScoreFlag[];
  /** What begins at a round begins at the one of this moment. */
  moveFlag(flag: RoundFlag, at: number): void;
  /** Whether the passage that is chosen can begin on the other side, and in words on which it begins. */
  side(): string | null;
  swapSide(): void;
  /** What can be done with a phase besides. */
  actions(event: TimelineEvent): readonly PhaseAction[];
  /** Something begins to be drawn. */
  gestureBegan(): void;
  /** A gesture ended: what is drawn next is undone for itself. */
  gestureEnded(): void;
}
