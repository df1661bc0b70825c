// Runs in the browser, bundled by sound.mjs: renders a session's sound offline through the application's own scheduler
// and voice, and finds the onsets in what was rendered.
import {
  compileSession,
  DEFAULT_CONVENTIONS,
  DEFAULT_SOUND,
  newSession,
  notesOf,
  sayingsOf,
  type Note,
  type NoteKind,
  type Saying,
  type Timeline,
} from '../core/src/index.js';
import { SoundScheduler } from '../web/src/app/shared/playback/sound-scheduler.js';
import type { Stage } from '../web/src/app/shared/playback/stage.js';
import { sayOn, type Voices } from '../web/src/app/shared/playback/spoken.js';
import { soundNote, type SoundingNote } from '../web/src/app/shared/playback/tone.js';

const RATE = 22_050;
/** Longest recording of the voice's file, seconds. */
const FILE_LENGTH = 280;
/** The kinds of notes, and words. */
type Heard = NoteKind | 'word';
const HEARD = {
  sound: { ...DEFAULT_SOUND, loudness: { voice: 1, tones: 1, ticks: 1 } },
  naming: 'english',
} as const;

function tenMinutes(pace: number): Timeline {
  const session = newSession('Ten minutes', { counted: 'a', natural: 'b' });
  const passages = session.passages.map((passage) =>
    passage.kind === 'counted'
      ? { ...passage, pace: pace as typeof passage.pace, cycles: Math.floor(585_000 / (8 * pace)) & ~1 }
      : passage,
  );
  return compileSession(
    { ...session, passages: passages.slice(0, 1) },
    { hand: 'right' },
    DEFAULT_CONVENTIONS,
  );
}

/** A stage on an offline context whose clock the bench moves unevenly, as a busy page would look at it. */
class OfflineStage implements Stage {
  readonly audible = true;
  time = 0;
  private readonly voices: Voices;
  constructor(
    private readonly context: OfflineAudioContext,
    private readonly kind: Heard,
  ) {
    // A file in which every word is a tone from its first sample on: its onset can be seen.
    const file = context.createBuffer(1, FILE_LENGTH * RATE, RATE);
    this.voices = { shipped: { samples: file, begins: 0 }, own: null };
    const samples = file.getChannelData(0);
    for (let index = 0; index < samples.length; index++) samples[index] = 0.5 * Math.cos(index / 3);
  }
  now(): number {
    return this.time;
  }
  heard(): number {
    return this.time;
  }
  play(note: Note, at: number): SoundingNote {
    return note.kind === this.kind
      ? soundNote(this.context, this.context.destination, note, at)
      : { cancel: () => undefined };
  }
  say(saying: Saying, at: number): SoundingNote {
    return this.kind === 'word'
      ? sayOn(this.context, this.context.destination, this.voices, saying, at)
      : { cancel: () => undefined };
  }
  setLoudness(): void {
    // As loud as it is written.
  }
  close(): Promise<void> {
    return Promise.resolve();
  }
}

/** Moments, in milliseconds, at which sound begins after quiet. */
function onsets(samples: Float32Array, loud: number): number[] {
  const found: number[] = [];
  const quietFor = RATE * 0.1;
  let quiet = quietFor;
  for (let i = 0; i < samples.length; i++) {
    if (Math.abs(samples[i] as number) < loud) quiet++;
    else {
      if (quiet >= quietFor) found.push((i / RATE) * 1000);
      quiet = 0;
    }
  }
  return found;
}

/** Moments at which a word begins after a tenth of a second of quiet: words that are said closer sound as one here. */
const wordsOf = (timeline: Timeline): readonly { readonly at: number }[] => {
  const clips = sayingsOf(timeline, HEARD.sound, HEARD.naming).flatMap(({ at, clips: said }) =>
    (said ?? []).map(({ after, length }) => ({ at: at + after, end: at + after + length })),
  );
  return clips.filter(({ at }, index) => at - (clips[index - 1]?.end ?? -Infinity) >= 100);
};

async function measure(kind: Heard, pace: number): Promise<number[]> {
  const timeline = tenMinutes(pace);
  const context = new OfflineAudioContext(1, RATE * (timeline.total / 1000 + 2), RATE);
  const stage = new OfflineStage(context, kind);
  const scheduler = new SoundScheduler(stage, timeline, 0, HEARD);
  const steps = [0.2, 0.21, 1.2, 0.2, 0.05];
  for (let look = 0; stage.time < timeline.total / 1000 + 1; look++) {
    scheduler.lookAhead();
    stage.time += steps[look % steps.length] as number;
  }
  const samples = (await context.startRendering()).getChannelData(0);
  const wanted = kind === 'word' ? wordsOf(timeline) : notesOf(timeline).filter((note) => note.kind === kind);
  const heard = onsets(samples, 0.004);
  if (heard.length !== wanted.length)
    throw new Error(`${kind}: ${heard.length} onsets for ${wanted.length} notes`);
  return wanted.map(({ at }, index) => Math.abs((heard[index] as number) - at));
}

Object.assign(window, { measure });
