import { signal } from '@angular/core';
import type { Timeline } from '@nuvrah/core';
import { interval, type Subscription } from 'rxjs';
import { LOOK_EVERY, SoundScheduler, type Heard } from './sound-scheduler';
import type { Stage, Stages } from './stage';

/** Seconds between the press of the button and the beginning, so that the teacher can look up. */
export const LEAD_IN = 0.3;

/** Looks ahead between two keepings of where it stands: once a second. */
export const KEEP_EVERY = Math.round(1_000 / LOOK_EVERY);

/**
 * Milliseconds that can pass unseen: a hidden page looks once a minute. What is longer, the device slept, and nobody breathed.
 */
export const LONGEST_UNSEEN = 120_000;

/** Sounds the takes of a leading, one after the other, on one stage, and knows where the one that sounds stands. */
export class TakePlayer {
  private stage: Stage | null = null;
  private scheduler: SoundScheduler | null = null;
  private looking: Subscription | null = null;
  private readonly sounding = signal(true);
  /** False while the picture leads alone. */
  readonly audible = this.sounding.asReadonly();
  /** How many times as fast as it lasts it is led: a rehearsal may be. */
  readonly speed = signal(1);

  /** @param looked told before each look ahead, how many there were of this take before. */
  constructor(
    private readonly stages: Stages,
    private readonly looked: (look: number) => void,
  ) {}

  /** Opens a stage. Must follow a press, or the browser keeps silent. */
  async open(): Promise<void> {
    this.stage = await this.stages.open();
    this.sounding.set(this.stage.audible);
  }

  /** Sounds a timeline from a moment of it on, in milliseconds; nothing where no stage is open. */
  play(timeline: Timeline, heard: Heard, at = 0): void {
    if (!this.stage) return;
    const speed = this.speed();
    const origin = this.stage.now() + (at === 0 ? LEAD_IN : -at / 1000 / speed);
    const scheduler = new SoundScheduler(this.stage, timeline, origin, heard, speed);
    this.scheduler = scheduler;
    scheduler.skipTo(at);
    const looking = interval(LOOK_EVERY).subscribe((look) => {
      this.looked(look);
      // It may have been ended by what was seen: after a sleep nothing of what was missed is sounded.
      if (looking.closed) return;
      if (this.heardAgainOrNoMore()) scheduler.resume();
      else scheduler.lookAhead();
    });
    this.looking = looking;
  }

  /** Goes on with a timeline that differs from now on. */
  replace(timeline: Timeline): void {
    this.scheduler?.replace(timeline);
  }

  /** Goes on louder, quieter, or with more or fewer words; where nothing sounds, the next take begins as it was chosen. */
  hear(heard: Heard): void {
    if (this.looking) this.scheduler?.hear(heard);
  }

  /** Where the take stands, in milliseconds; below zero just before it begins. */
  position(): number {
    return this.scheduler?.position() ?? 0;
  }

  /** Nothing more is scheduled; what was rings out. */
  end(): void {
    this.looking?.unsubscribe();
    this.looking = null;
  }

  /** The take is silent at once. */
  hush(): void {
    this.end();
    this.scheduler?.silence();
  }

  /** All is silent, and the stage is given back. */
  close(): void {
    this.hush();
    void this.stage?.close();
    this.stage = null;
  }

  /** Whether the sound went away or came back since the last look. */
  private heardAgainOrNoMore(): boolean {
    const audible = this.stage?.audible ?? this.sounding();
    const changed = audible !== this.sounding();
    this.sounding.set(audible);
    return changed;
  }
}
