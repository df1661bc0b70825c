import { inject, Injectable, InjectionToken, signal } from '@angular/core';
import type EasySpeech from 'easy-speech';
import type { SoundingNote } from './tone';

/** Milliseconds for which it is waited until the browser names its voices. */
const PATIENCE = 5_000;

/** Loads what speaks with the browser's voices. */
export const SPEECH = new InjectionToken<
  () => Promise<Pick<typeof EasySpeech, 'init' | 'voices' | 'speak' | 'cancel'>>
>('speech', { factory: () => () => import('easy-speech').then((speech) => speech.default) });

/** The browser's own speech, for words that the shipped voice lacks: only voices of this machine, nothing goes over a network. */
@Injectable({ providedIn: 'root' })
export class BrowserSpeech {
  private readonly loadSpeech = inject(SPEECH);
  private speech: Awaited<ReturnType<typeof this.loadSpeech>> | null = null;
  private voice: SpeechSynthesisVoice | null = null;
  private readonly found = signal<'not-asked' | 'there' | 'none'>('not-asked');
  /** Whether there is a voice; not known before it was asked for. */
  readonly state = this.found.asReadonly();
  private asked: Promise<void> | null = null;

  /** Asks for a voice, once. */
  load(): Promise<void> {
    return (this.asked ??= this.ask());
  }

  private async ask(): Promise<void> {
    try {
      const speech = await this.loadSpeech();
      await speech.init({ maxTimeout: PATIENCE, interval: 250, quiet: true });
      const language = document.documentElement.lang.split('-')[0] ?? 'en';
      const own = speech
        .voices()
        .filter(({ localService, lang }) => localService && lang.startsWith(language));
      this.voice = own.find((voice) => voice.default) ?? own[0] ?? null;
      this.speech = this.voice && speech;
    } catch {
      // A browser without speech, or without a voice: the words are shown.
    }
    this.found.set(this.speech ? 'there' : 'none');
  }

  /** Says some words after so many seconds, at a loudness of 0 to 1. */
  say(words: string, loudness: number, after: number): SoundingNote {
    const { speech, voice } = this;
    if (!speech || !voice || loudness === 0) return { cancel: () => undefined };
    let began = false;
    const timer = setTimeout(
      () => {
        began = true;
        speech.speak({ text: words, voice, volume: loudness }).catch(() => undefined);
      },
      Math.max(0, after * 1000),
    );
    return {
      cancel: () => {
        clearTimeout(timer);
        if (began) speech.cancel();
      },
    };
  }
}
