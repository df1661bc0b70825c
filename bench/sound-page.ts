// Runs in the browser, bundled by sound.mjs: renders a session's sound offline through the application's own scheduler
// and voice, and finds the onsets in what was rendered.
import {
  compileSession,
  DEFAULT_CONVENTIONS,
  millis,
  newSession,
  notesOf,
  type Note,
  type NoteKind,
  type Timeline,
} from '../core/src/index.js';
import { SoundScheduler } from '../web/src/app/shared/playback/sound-scheduler.js';
import type { Stage } from '../web/src/app/shared/playback/stage.js';
import { soundNote, type SoundingNote } from '../web/src/app/shared/playback/voice.js';

const RATE = 22_050;

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
  constructor(
    private readonly context: OfflineAudioContext,
    private readonly kind: NoteKind,
  ) {}
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

async function measure(kind: NoteKind, pace: number): Promise<number[]> {
  const timeline = tenMinutes(pace);
  const context = new OfflineAudioContext(1, RATE * (timeline.total / 1000 + 2), RATE);
  const stage = new OfflineStage(context, kind);
  const scheduler = new SoundScheduler(stage, timeline, 0);
  const steps = [0.2, 0.21, 1.2, 0.2, 0.05];
  for (let look = 0; stage.time < timeline.total / 1000 + 1; look++) {
    scheduler.lookAhead();
    stage.time += steps[look % steps.length] as number;
  }
  const samples = (await context.startRendering()).getChannelData(0);
  const wanted = notesOf(timeline).filter((note) => note.kind === kind);
  const heard = onsets(samples, 0.004);
  if (heard.length !== wanted.length)
    throw new Error(`${kind}: ${heard.length} onsets for ${wanted.length} notes`);
  return wanted.map(({ at }, index) => Math.abs((heard[index] as number) - millis(at)));
}

Object.assign(window, { measure });
