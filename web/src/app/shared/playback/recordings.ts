import { inject, Injectable, signal } from '@angular/core';
import { VOICE_MARK } from '@nuvrah/core';
import { DOCUMENT } from '@angular/common';

/** The recordings of a voice, decoded. */
export interface Recordings {
  readonly samples: AudioBuffer;
  /** Seconds into the samples at which the file begins: decoders differ in it. */
  readonly begins: number;
}

/** Level at which the mark of the file is known from the quiet before it. */
const MARK_LEVEL = 0.2;
/** Samples a second; speech has little above half of it. */
export const VOICE_RATE = 32_000;

/** Loads the shipped voice, once; it comes with the application and needs no network after that. */
@Injectable({ providedIn: 'root' })
export class VoiceRecordings {
  private readonly window = inject(DOCUMENT).defaultView;
  private readonly now = signal<'not-asked' | 'loading' | 'there' | 'failed'>('not-asked');
  /** Whether the voice can be heard. */
  readonly state = this.now.asReadonly();
  private loading: Promise<Recordings | null> | null = null;
  private loaded: Recordings | null = null;

  /** The recordings where they are there, at once. */
  get there(): Recordings | null {
    return this.loaded;
  }

  /** Loads them, or gives what was loaded; null where that fails, and the next call tries again. */
  load(): Promise<Recordings | null> {
    if (!this.loading) {
      this.now.set('loading');
      this.loading = this.fetchDecoded(VOICE_RATE).then(
        (recordings) => {
          this.now.set('there');
          return (this.loaded = recordings);
        },
        () => {
          this.now.set('failed');
          return (this.loading = null);
        },
      );
    }
    return this.loading;
  }

  /** Samples of the file from its beginning, at another rate: for a sound track. @throws Error where it cannot be loaded. */
  async samplesAt(rate: number): Promise<Float32Array<ArrayBuffer>> {
    const { samples, begins } = await this.fetchDecoded(rate);
    return samples.getChannelData(0).slice(Math.round(begins * rate));
  }

  private async fetchDecoded(rate: number): Promise<Recordings> {
    const answer = await this.window?.fetch('/voice/voice.mp3');
    if (!answer?.ok) throw new Error('the voice is not there');
    const decoder = new OfflineAudioContext(1, 1, rate);
    const samples = await decoder.decodeAudioData(await answer.arrayBuffer());
    const mark = samples.getChannelData(0).findIndex((sample) => Math.abs(sample) > MARK_LEVEL);
    if (mark < 0) throw new Error('the voice has no beginning');
    return { samples, begins: Math.max(0, mark / rate - VOICE_MARK / 1000) };
  }
}
