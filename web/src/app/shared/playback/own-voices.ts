import { computed, inject, Injectable, signal } from '@angular/core';
import { DOCUMENT } from '@angular/common';
import { routes, type OwnVoice } from '@nuvrah/contract';
import { ownClipsOf, type OwnClips } from '@nuvrah/core';
import { firstValueFrom } from 'rxjs';
import { AccountStore } from '../../api/account';
import { addressOf, Api } from '../../api/api';
import { VOICE_RATE, type Recordings } from './recordings';

/** Where recordings are kept for a private link that is opened without a connection. */
const KEPT = 'own-voice';

interface Loaded {
  /** The private link, or the account, that they belong to. */
  readonly of: string;
  readonly voice: OwnVoice;
  readonly recordings: Recordings | null;
}

/** The instructor's own recordings: of whoever is signed in, or of whom a private link is. Without them the shipped voice speaks. */
@Injectable({ providedIn: 'root' })
export class OwnVoices {
  private readonly api = inject(Api);
  private readonly window = inject(DOCUMENT).defaultView;
  private readonly accounts = inject(AccountStore);
  /** Of the private link, or null for whoever is signed in. */
  private readonly token = signal<string | null>(null);
  private readonly owner = computed(() => this.token() ?? this.accounts.account()?.email ?? '');
  private readonly last = signal<Loaded | null>(null);
  /** Never those of somebody who was signed in before. */
  private readonly loaded = computed(() => (this.last()?.of === this.owner() ? this.last() : null));
  private loading: string | null = null;

  /** Words that are recorded; null while that is not known. */
  readonly recorded = computed(() => {
    const loaded = this.loaded();
    return loaded && new Set(loaded.voice.recordings.map(({ words }) => words));
  });
  /** Where each recording is, once they can be heard. */
  readonly clips = computed((): OwnClips | null => {
    const loaded = this.loaded();
    return loaded?.recordings ? ownClipsOf(loaded.voice.recordings) : null;
  });

  /** The recordings where they are there, at once. */
  get there(): Recordings | null {
    return this.loaded()?.recordings ?? null;
  }

  /** From now on those of whom a private link is; null: of whoever is signed in. */
  openedBy(token: string | null): void {
    this.token.set(token);
  }

  /** Loads them, unless they are there or on their way. Nothing is said where that fails: the shipped voice speaks. */
  async load(): Promise<void> {
    const of = this.owner();
    if (this.loaded() || this.loading === of) return;
    this.loading = of;
    try {
      await this.take(await this.index());
    } catch {
      // Away, or made anew at this moment.
    } finally {
      this.loading = null;
    }
  }

  /** Takes what is recorded now, after a recording was made or taken out. */
  async take(voice: OwnVoice): Promise<void> {
    const of = this.owner();
    // What is kept is known at once; it is heard as soon as it is here.
    this.last.set({ of, voice, recordings: null });
    if (voice.recordings.length === 0) return;
    const recordings = await this.decoded(voice, VOICE_RATE);
    // Another was made meanwhile.
    if (this.last()?.voice === voice) this.last.set({ of, voice, recordings });
  }

  /** Samples of their file at another rate, for a sound track; null where there are none. */
  async samplesAt(rate: number): Promise<Float32Array<ArrayBuffer> | null> {
    const voice = this.loaded()?.voice;
    if (!voice || voice.recordings.length === 0) return null;
    const { samples } = await this.decoded(voice, rate);
    return samples.getChannelData(0).slice();
  }

  private async index(): Promise<OwnVoice> {
    const token = this.token();
    if (token === null) return firstValueFrom(this.api.call(routes.ownVoice));
    const address = addressOf(routes.homeVoice, { params: { token } });
    return (await this.keptOr(address, true)).json() as Promise<OwnVoice>;
  }

  private async decoded({ version }: OwnVoice, rate: number): Promise<Recordings> {
    const token = this.token();
    const query = { version };
    const answer =
      token === null
        ? await this.fetched(addressOf(routes.ownVoiceFile, { query }))
        : await this.keptOr(addressOf(routes.homeVoiceFile, { params: { token }, query }), false);
    const decoder = new OfflineAudioContext(1, 1, rate);
    return { samples: await decoder.decodeAudioData(await answer.arrayBuffer()), begins: 0 };
  }

  private async fetched(address: string): Promise<Response> {
    const answer = await this.window?.fetch(address);
    if (!answer?.ok) throw new Error('the recordings are not there');
    return answer;
  }

  /** What was kept for when there is no connection. @param changes it may be another by now: it is asked for first. */
  private async keptOr(address: string, changes: boolean): Promise<Response> {
    // Where the page is not served safely, browsers keep nothing.
    const kept =
      this.window && 'caches' in this.window
        ? await this.window.caches.open(KEPT).catch(() => undefined)
        : undefined;
    const before = await kept?.match(address);
    if (before && !changes) return before;
    try {
      const answer = await this.fetched(address);
      await kept?.put(address, answer.clone());
      return answer;
    } catch (problem) {
      if (before) return before;
      throw problem;
    }
  }
}
