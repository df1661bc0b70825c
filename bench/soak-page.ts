// Runs in the browser, bundled by soak.mjs: a long session sounded live through the application's own scheduler and voice, a
// plain timer metronome and the transport of an audio library beside it, all on one page that is busy again and again.
import { Clock, setContext, Context } from 'tone';
import {
  compileSession,
  DEFAULT_CONVENTIONS,
  DEFAULT_SOUND,
  newSession,
  type Loudness,
  type Note,
  type Saying,
  type Timeline,
} from '../core/src/index.js';
import { LOOK_EVERY, SoundScheduler } from '../web/src/app/shared/playback/sound-scheduler.js';
import type { Stage } from '../web/src/app/shared/playback/stage.js';
import { sayOn, type Voices } from '../web/src/app/shared/playback/spoken.js';
import { soundNote, type SoundingNote } from '../web/src/app/shared/playback/tone.js';

const HEARD = { sound: DEFAULT_SOUND, naming: 'english' } as const;
/** Longest recording of the voice's file, seconds. */
const FILE_LENGTH = 280;

function session(minutes: number): Timeline {
  const { passages, ...rest } = newSession('A long sitting', { counted: 'a', natural: 'b' });
  const counted = passages.flatMap((passage) =>
    passage.kind === 'counted' ? [{ ...passage, cycles: Math.ceil((minutes * 60) / 8 / 2) * 2 }] : [],
  );
  return compileSession({ ...rest, passages: counted }, { hand: 'right' }, DEFAULT_CONVENTIONS);
}

/** A stage on a live context that notes how far each onset is from its moment. Milliseconds. */
class LiveStage implements Stage {
  readonly audible = true;
  readonly off: { readonly notes: number[]; readonly words: number[] } = { notes: [], words: [] };
  private readonly voices: Voices;
  constructor(readonly context: AudioContext) {
    const samples = context.createBuffer(1, FILE_LENGTH * 16_000, 16_000);
    this.voices = { shipped: { samples, begins: 0 }, own: null };
  }
  now(): number {
    return this.context.currentTime;
  }
  heard(): number {
    return this.now();
  }
  play(note: Note, at: number): SoundingNote {
    this.off.notes.push(Math.max(0, this.context.currentTime - at) * 1000);
    return soundNote(this.context, this.context.destination, note, Math.max(at, this.context.currentTime));
  }
  say(saying: Saying, at: number): SoundingNote {
    this.off.words.push(Math.max(0, this.context.currentTime - at) * 1000);
    return sayOn(
      this.context,
      this.context.destination,
      this.voices,
      saying,
      Math.max(at, this.context.currentTime),
    );
  }
  setLoudness(_: Loudness): void {
    // As loud as it is written.
  }
  close(): Promise<void> {
    return this.context.close();
  }
}

/** How far beats were from their moment, milliseconds. */
interface Soaked {
  readonly notes: readonly number[];
  readonly words: readonly number[];
  readonly library: readonly number[];
  readonly timer: readonly number[];
}

async function soak(minutes: number, busy: number, every: number): Promise<Soaked> {
  const context = new AudioContext({ latencyHint: 'interactive' });
  await context.resume();
  const stage = new LiveStage(context);
  const origin = context.currentTime + 0.3;
  const scheduler = new SoundScheduler(stage, session(minutes), origin, HEARD);
  scheduler.lookAhead();

  const library: number[] = [];
  setContext(new Context(context));
  const clock = new Clock((time: number) => {
    library.push(Math.max(0, context.currentTime - time) * 1000);
  }, 1);
  clock.start();

  const timer: number[] = [];
  const began = performance.now();
  const beat = (): void => {
    timer.push(performance.now() - began - (timer.length + 1) * 1000);
    setTimeout(beat, 1000);
  };
  setTimeout(beat, 1000);

  const load = setInterval(() => {
    const until = performance.now() + busy;
    while (performance.now() < until);
  }, every);
  const look = setInterval(() => scheduler.lookAhead(), LOOK_EVERY);
  await new Promise((resolve) => setTimeout(resolve, minutes * 60_000));
  clearInterval(load);
  clearInterval(look);
  clock.stop();
  return { ...stage.off, library, timer };
}

Object.assign(window, { soak });
