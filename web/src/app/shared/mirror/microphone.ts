import { Injectable } from '@angular/core';
import { Observable } from 'rxjs';
import type { HeardPiece } from './heard-piece';

/** What comes of listening: it has begun, a word began (milliseconds from the first sample), or why nothing is heard. */
export type Heard =
  | { readonly kind: 'listening' }
  | { readonly kind: 'word'; readonly at: number }
  | { readonly kind: 'problem'; readonly code: 'refused' | 'none' | 'failed' };

/** Where words begin in what the microphone hears. Nothing of it is kept or sent; unsubscribing lets the microphone go. */
@Injectable({ providedIn: 'root' })
export class Microphone {
  words(): Observable<Heard> {
    return new Observable((subscriber) => {
      const ends: (() => void)[] = [];
      void this.listen(
        (heard) => subscriber.next(heard),
        (end) => (subscriber.closed ? end() : ends.push(end)),
      ).catch((problem: unknown) => {
        subscriber.next({ kind: 'problem', code: codeOf(problem) });
        subscriber.complete();
      });
      return () => ends.forEach((end) => end());
    });
  }

  private async listen(heard: (what: Heard) => void, onEnd: (end: () => void) => void): Promise<void> {
    // What a call would smooth away is what is listened for.
    const audio = { echoCancellation: false, noiseSuppression: false, autoGainControl: false };
    const stream = await navigator.mediaDevices.getUserMedia({ audio });
    onEnd(() => stream.getTracks().forEach((track) => track.stop()));
    const context = new AudioContext();
    onEnd(() => void context.close());
    await context.audioWorklet.addModule('/microphone.js');
    const worker = new Worker(new URL('./onsets.worker', import.meta.url), { type: 'module' });
    onEnd(() => worker.terminate());
    worker.onmessage = ({ data }: MessageEvent<number>) => heard({ kind: 'word', at: data });
    const pieces = new AudioWorkletNode(context, 'microphone');
    pieces.port.onmessage = ({ data }: MessageEvent<Float32Array<ArrayBuffer>>) =>
      worker.postMessage({ rate: context.sampleRate, samples: data } satisfies HeardPiece, [data.buffer]);
    context.createMediaStreamSource(stream).connect(pieces);
    await context.resume();
    heard({ kind: 'listening' });
  }
}

/** Why the browser gives no microphone. */
function codeOf(problem: unknown): 'refused' | 'none' | 'failed' {
  const name = problem instanceof DOMException ? problem.name : '';
  if (name === 'NotAllowedError' || name === 'SecurityError') return 'refused';
  // Where the page is not served safely, browsers have no devices at all.
  return name === 'NotFoundError' || problem instanceof TypeError ? 'none' : 'failed';
}
