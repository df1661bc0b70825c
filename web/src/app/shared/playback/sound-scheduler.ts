import {
  atSpeed,
  millis,
  notesBetween,
  sayingsBetween,
  underVoice,
  type Naming,
  type Note,
  type Saying,
  type SoundChoice,
  type Timeline,
} from '@nuvrah/core';
import type { Stage } from './stage';
import type { SoundingNote } from './tone';
import { feel } from './vibration';

/** Milliseconds of the timeline that are scheduled ahead: a busy page must not be heard. */
export const AHEAD = 1_500;
/** Milliseconds between two looks ahead. */
export const LOOK_EVERY = 200;
/** Longest that something is said, and that a note rings, milliseconds: so far beside it what is said tells how loud a note is. */
const LONGEST = 8_000;

/** What is heard of a timeline: how much is said, and in which names. */
export interface Heard {
  readonly sound: SoundChoice;
  readonly naming: Naming;
}

interface Scheduled {
  readonly at: number;
  /** When it is over. */
  readonly until: number;
  /** null for a note. */
  readonly said: Saying | null;
  readonly sounding: SoundingNote;
}

/** Schedules the notes and the words of a timeline on the audio clock, some way ahead, each once. */
export class SoundScheduler {
  private scheduled: Scheduled[] = [];
  private doneTo = 0;

  /** As it sounds: so many times as fast. */
  private timeline: Timeline;

  /**
   * @param origin the moment on the stage's clock, in seconds, at which the timeline begins.
   * @param speed how many times as fast as it lasts it is led.
   */
  constructor(
    private readonly stage: Stage,
    timeline: Timeline,
    private readonly origin: number,
    private heard: Heard,
    private readonly speed = 1,
  ) {
    this.timeline = atSpeed(timeline, speed);
    stage.setLoudness(heard.sound.loudness);
  }

  /** Where the timeline is, in milliseconds, by what is heard. Below zero before it begins. */
  position(): number {
    return (this.stage.heard() - this.origin) * 1000 * this.speed;
  }

  /** Schedules what comes into reach: what sounds in [what was scheduled before, now + {@link AHEAD}). */
  lookAhead(): void {
    const now = this.now();
    const to = millis(Math.max(0, now + AHEAD));
    if (to <= this.doneTo) return;
    const from = millis(this.doneTo);
    const said = this.sayings(from - LONGEST, to + LONGEST);
    for (const note of notesBetween(this.timeline, from, to)) this.play(underVoice(note, said));
    for (const saying of said) if (saying.at >= from && saying.at < to) this.say(saying);
    this.scheduled = this.scheduled.filter(({ until }) => until > now);
    this.doneTo = to;
  }

  /** Goes on with a timeline that differs from now on: what it changes of what is scheduled already is taken back. */
  replace(timeline: Timeline): void {
    this.timeline = atSpeed(timeline, this.speed);
    this.takeBack();
    this.lookAhead();
  }

  /** Goes on louder, quieter, or with more or fewer words. */
  hear(heard: Heard): void {
    this.heard = heard;
    this.stage.setLoudness(heard.sound.loudness);
    this.takeBack();
    this.lookAhead();
  }

  /** Begins in the middle: nothing before this moment, in milliseconds of the timeline, is sounded. */
  skipTo(at: number): void {
    this.doneTo = Math.round(at / this.speed);
    this.lookAhead();
  }

  /** Schedules anew from now on, after the sound was away or came back: what was scheduled before would come late. */
  resume(): void {
    this.silence();
    this.doneTo = Math.max(0, Math.floor(this.now()) + 1);
    this.lookAhead();
  }

  /** Takes back all that has not begun; what sounds is let go. */
  silence(): void {
    for (const { sounding } of this.scheduled) sounding.cancel();
    this.scheduled = [];
  }

  /** Milliseconds on the clock of what sounds. */
  private now(): number {
    return (this.stage.now() - this.origin) * 1000;
  }

  private sayings(from: number, to: number): readonly Saying[] {
    const { sound, naming } = this.heard;
    if (sound.loudness.voice === 0) return [];
    return sayingsBetween(this.timeline, sound, naming, millis(Math.max(0, from)), millis(to));
  }

  private play(note: Note): void {
    const at = this.origin + note.at / 1000;
    const until = note.at + note.length * 1000;
    this.scheduled.push({ at: note.at, until, said: null, sounding: this.stage.play(note, at) });
    if (this.heard.sound.vibrates)
      this.scheduled.push({ at: note.at, until, said: null, sounding: feel(note, at - this.stage.now()) });
  }

  private say(saying: Saying): void {
    // Where the breath was changed in the middle of a word, the word gives way.
    for (const { said, until, sounding } of this.scheduled)
      if (said && said.at < saying.at && until > saying.at) sounding.cancel();
    const sounding = this.stage.say(saying, this.origin + saying.at / 1000);
    this.scheduled.push({ at: saying.at, until: saying.until, said: saying, sounding });
  }

  /** What has begun sounds on. */
  private takeBack(): void {
    const now = this.now();
    for (const { at, sounding } of this.scheduled) if (at > now) sounding.cancel();
    this.scheduled = this.scheduled.filter(({ at }) => at <= now);
    this.doneTo = Math.max(0, Math.floor(now) + 1);
  }
}
