import type { Loudness, Note, Saying } from '@nuvrah/core';
import type { Stage } from '../shared/playback/stage';
import type { SoundingNote } from '../shared/playback/tone';

export interface Played {
  readonly note: Note;
  /** Seconds on the stage's clock. */
  readonly at: number;
  cancelled: boolean;
}

export interface Said {
  readonly saying: Saying;
  /** Seconds on the stage's clock. */
  readonly at: number;
  cancelled: boolean;
}

/** A stage whose clock the spec moves. */
export class FakeStage implements Stage {
  readonly played: Played[] = [];
  readonly said: Said[] = [];
  loudness: Loudness | null = null;
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

  say(saying: Saying, at: number): SoundingNote {
    const said: Said = { saying, at, cancelled: false };
    if (this.audible) this.said.push(said);
    return { cancel: () => (said.cancelled = true) };
  }

  setLoudness(loudness: Loudness): void {
    this.loudness = loudness;
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
