import { inject, Injectable } from '@angular/core';
import { emptyWav, LONGEST_RECORDING, OWN_VOICE_RATE, spokenPart, WAV_HEADER } from '@nuvrah/core';
import { Microphone, type MicrophoneProblem } from './microphone';
import type { HeardPiece } from './heard-piece';

/** What came of a recording: its samples as they are kept, in base64, or why there are none. */
export type Recorded =
  | { readonly kind: 'recorded'; readonly samples: string }
  | { readonly kind: 'problem'; readonly code: MicrophoneProblem['code'] | 'silent' };

/** A recording that is being made. */
export interface Recording {
  readonly done: Promise<Recorded>;
  /** Ends it: what was heard so far is what it is. */
  stop(): void;
}

/** Records words: what was said, without the quiet around it, as loud as every other. */
@Injectable({ providedIn: 'root' })
export class WordRecorder {
  private readonly microphone = inject(Microphone);

  /** Listens until it is stopped, at most as long as a recording may be. */
  begin(): Recording {
    const pieces: HeardPiece[] = [];
    let [heard, finish]: [number, (problem?: MicrophoneProblem) => void] = [0, () => undefined];
    const over = new Promise<MicrophoneProblem | undefined>((resolve) => (finish = resolve));
    const listening = this.microphone.pieces().subscribe((what) => {
      if (what.kind === 'problem') finish(what);
      if (what.kind !== 'piece') return;
      pieces.push(what.piece);
      heard += what.piece.samples.length / what.piece.rate;
      if (heard >= LONGEST_RECORDING) finish();
    });
    const done = over.then((problem) => {
      listening.unsubscribe();
      return problem ?? recorded(pieces);
    });
    return { done, stop: () => finish() };
  }
}

async function recorded(pieces: readonly HeardPiece[]): Promise<Recorded> {
  const samples = await atVoiceRate(pieces);
  const said = spokenPart(samples, OWN_VOICE_RATE);
  if (!said) return { kind: 'problem', code: 'silent' };
  const longest = LONGEST_RECORDING * OWN_VOICE_RATE;
  return { kind: 'recorded', samples: inBase64(sixteenBits(said.subarray(0, longest))) };
}

/** Pieces in one, resampled by the browser as it does with any file. */
async function atVoiceRate(pieces: readonly HeardPiece[]): Promise<Float32Array> {
  const rate = pieces[0]?.rate;
  if (rate === undefined) return new Float32Array();
  const whole = new Float32Array(pieces.reduce((sum, { samples }) => sum + samples.length, 0));
  let at = 0;
  for (const { samples } of pieces) {
    whole.set(samples, at);
    at += samples.length;
  }
  const file = emptyWav(whole.length, rate);
  file.set(sixteenBits(whole), WAV_HEADER);
  const decoded = await new OfflineAudioContext(1, 1, OWN_VOICE_RATE).decodeAudioData(file.buffer);
  return decoded.getChannelData(0);
}

/** Samples of 16 bits, little endian. */
function sixteenBits(samples: Float32Array): Uint8Array {
  const bytes = new Uint8Array(samples.length * 2);
  const view = new DataView(bytes.buffer);
  samples.forEach((sample, index) =>
    view.setInt16(index * 2, Math.round(Math.max(-1, Math.min(1, sample)) * 32_767), true),
  );
  return bytes;
}

const inBase64 = (bytes: Uint8Array): string => {
  let text = '';
  for (const byte of bytes) text += String.fromCharCode(byte);
  return btoa(text);
};
