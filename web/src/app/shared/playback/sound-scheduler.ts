import { millis, notesBetween, type Note, type Timeline } from '@nuvrah/core';
import type { Stage } from './stage';
import type { SoundingNote } from './voice';

/** Milliseconds of the timeline that are scheduled ahead: a busy page must not be heard. */
export const AHEAD = 1_500;
/** Milliseconds between two looks ahead. */
export const LOOK_EVERY = 200;

interface Scheduled {
  readonly note: Note;
  readonly sounding: SoundingNote;
}

/** Schedules the notes of a timeline on the audio clock, some way ahead, each once. */
export class SoundScheduler {
  private scheduled: Scheduled[] = [];
  private doneTo = 0;

  /** @param origin the moment on the stage's clock, in seconds, at which the timeline begins. */
  constructor(
    private readonly stage: Stage,
    private timeline: Timeline,
    private readonly origin: number,
  ) {}

  /** Where the timeline is, in milliseconds, by what is heard. Below zero before it begins. */
  position(): number {
    return (this.stage.heard() - this.origin) * 1000;
  }

  /** Schedules what comes into reach: the notes in [what was scheduled before, now + {@link AHEAD}). */
  lookAhead(): void {
    const now = (this.stage.now() - this.origin) * 1000;
    const to = millis(Math.max(0, now + AHEAD));
    if (to <= this.doneTo) return;
    for (const note of notesBetween(this.timeline, millis(this.doneTo), to)) {
      const sounding = this.stage.play(note, this.origin + note.at / 1000);
      this.scheduled.push({ note, sounding });
    }
    this.scheduled = this.scheduled.filter(({ note }) => note.at + note.length * 1000 > now);
    this.doneTo = to;
  }

  /** Goes on with a timeline that differs from now on: what it changes of the notes already scheduled is taken back. */
  replace(timeline: Timeline): void {
    this.timeline = timeline;
    this.takeBack();
    this.lookAhead();
  }

  /** Begins in the middle: nothing before this moment, in milliseconds of the timeline, is sounded. */
  skipTo(at: number): void {
    this.doneTo = at;
    this.lookAhead();
  }

  /** Schedules anew from now on, after the sound was away or came back: what was scheduled before would come late. */
  resume(): void {
    this.silence();
    this.doneTo = Math.max(0, Math.floor((this.stage.now() - this.origin) * 1000) + 1);
    this.lookAhead();
  }

  /** Takes back every note that has not begun; the ones that sound are let go in `silence`. */
  silence(): void {
    for (const { sounding } of this.scheduled) sounding.cancel();
    this.scheduled = [];
  }

  private takeBack(): void {
    const now = (this.stage.now() - this.origin) * 1000;
    for (const { note, sounding } of this.scheduled) if (note.at > now) sounding.cancel();
    this.scheduled = this.scheduled.filter(({ note }) => note.at <= now);
    this.doneTo = Math.max(0, Math.floor(now) + 1);
  }
}
