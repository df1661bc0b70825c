import { inject, Injectable } from '@angular/core';
import { TRACK_RATE, type Timeline, type TrackSound } from '@nuvrah/core';
import { from, switchMap, type Observable } from 'rxjs';
import { runInWorker } from '../../api/run-in-worker';
import { OwnVoices } from './own-voices';
import { VoiceRecordings } from './recordings';
import type { Heard } from './sound-scheduler';

export type TrackFormat = 'wav' | 'mp3';

/** What the worker is asked for. */
export interface TrackWanted {
  readonly format: TrackFormat;
  readonly timeline: Timeline;
  readonly track: TrackSound;
}

export type SoundMessage =
  /** 0 to 1. */
  | { readonly kind: 'progress'; readonly done: number }
  | { readonly kind: 'done'; readonly bytes: ArrayBuffer };

/** Renders the sound of a session, its voice included, in a worker. Unsubscribing ends the work. */
@Injectable({ providedIn: 'root' })
export class SoundMaker {
  private readonly recordings = inject(VoiceRecordings);
  private readonly ownVoices = inject(OwnVoices);

  /** Fails where the voice is wanted and cannot be loaded. */
  render(timeline: Timeline, { sound, naming }: Heard, format: TrackFormat): Observable<SoundMessage> {
    const wanted = sound.loudness.voice > 0 && (sound.cues || sound.counts.length > 0);
    const voices = wanted ? this.voices() : Promise.resolve({ voice: null, own: null });
    return from(voices).pipe(
      switchMap(({ voice, own }) => {
        const clips = this.ownVoices.clips();
        const mine = own !== null && clips !== null;
        const track = {
          sound: mine ? { ...sound, own: clips } : sound,
          naming,
          voice,
          ...(mine && { own }),
        };
        const work: TrackWanted = { format, timeline, track };
        return runInWorker<SoundMessage>(
          () => new Worker(new URL('./sound-track.worker', import.meta.url), { type: 'module' }),
          work,
        );
      }),
    );
  }

  private async voices() {
    const [voice] = await Promise.all([this.recordings.samplesAt(TRACK_RATE), this.ownVoices.load()]);
    return { voice, own: await this.ownVoices.samplesAt(TRACK_RATE) };
  }
}
