import type { Note } from '@nuvrah/core';
import type { Stage } from '../shared/playback/stage';
import type { SoundingNote } from '../shared/playback/voice';

export interface Played {
  readonly note: Note;
  /** Seconds on the stage's clock. */
  readonly at: number;
  cancelled: boolean;
}

/** A stage whose clock the spec moves. */
export class FakeStage implements Stage {
  readonly played: Played[] = [];
  time = 100;
  closed = false;

  constructor(public audible = true) {}

  now(): number {
    return this.time;
  }

  heard(): number {
    return this.time;
  }

  play(note: Note, at: number): SoundingNote {
    const played: Played = { note, at, cancelled: false };
    if (this.audible) this.played.push(played);
    return { cancel: () => (played.cancelled = true) };
  }

  close(): Promise<void> {
    this.closed = true;
    return Promise.resolve();
  }

  /** What will be heard: everything that was not taken back. */
  heardNotes(): readonly Played[] {
    return this.played.filter(({ cancelled }) => !cancelled);
  }
}
