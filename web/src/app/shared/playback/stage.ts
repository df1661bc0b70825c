import { inject, Injectable } from '@angular/core';
import { loudnessOf, type Loudness, type Note, type Saying } from '@nuvrah/core';
import { BrowserSpeech } from './browser-speech';
import { OwnVoices } from './own-voices';
import { VoiceRecordings } from './recordings';
import { sayOn, type Voices } from './spoken';
import { soundNote, type SoundingNote } from './tone';

/** Where a session is led: one clock for sound and picture, and a way to be heard. Seconds, from any beginning. */
export interface Stage {
  /** False while no sound is let out, from the start or since: the picture then leads alone. */
  readonly audible: boolean;
  /** The clock that notes are scheduled on. */
  now(): number;
  /** What is being heard now: the clock less the way to the loudspeaker. The picture follows this. */
  heard(): number;
  /** Schedules a note; a moment already past is sounded at once. */
  play(note: Note, at: number): SoundingNote;
  /** Schedules something said, by recordings; nothing where they are not there. */
  say(saying: Saying, at: number): SoundingNote;
  /** How loud it is from now on. */
  setLoudness(loudness: Loudness): void;
  close(): Promise<void>;
}

/** Seconds by which a word may be late, after the page was busy for long: later it would run into the next. */
const LATEST_WORD = 0.1;

/** How long the browser is given to start its audio clock, milliseconds. */
const PATIENCE = 1_500;

@Injectable({ providedIn: 'root' })
export class Stages {
  private readonly recordings = inject(VoiceRecordings);
  private readonly own = inject(OwnVoices);
  private readonly speech = inject(BrowserSpeech);

  /** Opens a stage, to be called by a press of a key or button; a silent one where audio does not start. */
  async open(): Promise<Stage> {
    try {
      void this.recordings.load();
      void this.own.load();
      void this.speech.load();
      const context = new AudioContext({ latencyHint: 'interactive' });
      const started = await Promise.race([
        context.resume().then(() => true),
        new Promise<false>((resolve) => setTimeout(() => resolve(false), PATIENCE)),
      ]);
      const voices = (): Voices => ({ shipped: this.recordings.there, own: this.own.there });
      if (started) return new AudioStage(context, voices, this.speech);
      await context.close();
    } catch {
      // Neither device nor permission: the picture leads alone, and the view says so.
    }
    return new SilentStage();
  }
}

/**
 * Sound and its clock. Where the system takes the sound away in the middle (a call, another program), the clock goes on
 * by the page's own, silently, and the sound is asked for again: the leading does not stand still.
 */
class AudioStage implements Stage {
  private readonly output: GainNode;
  private readonly parts: Readonly<Record<keyof Loudness, GainNode>>;
  /** Seconds that the audio clock stood still so far. */
  private stoodStill = 0;
  /** Since when it stands still, on the clock of the page in seconds; null while it runs. */
  private silentSince: number | null = null;
  private voiceLoudness = 1;

  constructor(
    private readonly context: AudioContext,
    private readonly voices: () => Voices,
    private readonly speech: Pick<BrowserSpeech, 'say'>,
  ) {
    this.output = context.createGain();
    this.output.connect(context.destination);
    const part = (): GainNode => {
      const gain = context.createGain();
      gain.connect(this.output);
      return gain;
    };
    this.parts = { voice: part(), tones: part(), ticks: part() };
    context.addEventListener('statechange', this.follow);
    document.addEventListener('visibilitychange', this.askAgain);
  }

  get audible(): boolean {
    return this.silentSince === null;
  }

  now(): number {
    const since = this.silentSince === null ? 0 : pageClock() - this.silentSince;
    return this.context.currentTime + this.stoodStill + since;
  }

  heard(): number {
    return this.now() - (this.context.outputLatency || 0);
  }

  play(note: Note, at: number): SoundingNote {
    if (!this.audible) return NOTHING_SOUNDS;
    return soundNote(this.context, this.parts[loudnessOf(note.kind)], note, this.onClock(at));
  }

  say(saying: Saying, at: number): SoundingNote {
    if (saying.clips === null)
      return this.audible
        ? this.speech.say(saying.words, this.voiceLoudness, at - this.now())
        : NOTHING_SOUNDS;
    const late = this.context.currentTime - (at - this.stoodStill);
    if (!this.audible || late > LATEST_WORD) return NOTHING_SOUNDS;
    return sayOn(this.context, this.parts.voice, this.voices(), saying, this.onClock(at));
  }

  setLoudness(loudness: Loudness): void {
    this.voiceLoudness = loudness.voice;
    // A short slide, so that a change does not click.
    for (const part of ['voice', 'tones', 'ticks'] as const)
      this.parts[part].gain.setTargetAtTime(loudness[part], this.context.currentTime, 0.01);
  }

  /** A moment of the stage on the context's own clock; what is past is sounded at once. */
  private onClock(at: number): number {
    return Math.max(at - this.stoodStill, this.context.currentTime);
  }

  async close(): Promise<void> {
    this.context.removeEventListener('statechange', this.follow);
    document.removeEventListener('visibilitychange', this.askAgain);
    // A short fade, so that stopping does not click.
    this.output.gain.setTargetAtTime(0, this.context.currentTime, 0.02);
    await this.context.close();
  }

  private readonly follow = (): void => {
    const runs = this.context.state === 'running';
    if (!runs && this.silentSince === null) {
      this.silentSince = pageClock();
      this.askAgain();
    } else if (runs && this.silentSince !== null) {
      this.stoodStill += pageClock() - this.silentSince;
      this.silentSince = null;
    }
  };

  private readonly askAgain = (): void => {
    // A refusal changes nothing: the picture leads on, and the view says that there is no sound.
    if (!this.audible && !document.hidden) this.context.resume().catch(() => undefined);
  };
}

class SilentStage implements Stage {
  readonly audible = false;

  now(): number {
    return pageClock();
  }

  heard(): number {
    return this.now();
  }

  play(): SoundingNote {
    return NOTHING_SOUNDS;
  }

  say(): SoundingNote {
    return NOTHING_SOUNDS;
  }

  setLoudness(): void {
    // Nothing is loud.
  }

  close(): Promise<void> {
    return Promise.resolve();
  }
}

const NOTHING_SOUNDS: SoundingNote = { cancel: () => undefined };

/** The clock of the page, seconds. */
const pageClock = (): number => performance.now() / 1000;
