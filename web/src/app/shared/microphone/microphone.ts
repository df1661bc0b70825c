import { Injectable } from '@angular/core';
import { Observable } from 'rxjs';
import type { HeardPiece } from './heard-piece';

/** Why nothing is heard. */
export interface MicrophoneProblem {
  readonly kind: 'problem';
  readonly code: 'refused' | 'none' | 'failed';
}

/** What comes of listening for words: it has begun, a word began (milliseconds from the first sample), or why nothing is heard. */
export type Heard =
  { readonly kind: 'listening' } | { readonly kind: 'word'; readonly at: number } | MicrophoneProblem;

/** What comes of listening: it has begun, a piece of what is heard, or why nothing is. */
export type Listened =
  { readonly kind: 'listening' } | { readonly kind: 'piece'; readonly piece: HeardPiece } | MicrophoneProblem;

/** Hears through the microphone. Unsubscribing lets it go. */
@Injectable({ providedIn: 'root' })
export class Microphone {
  /** Where words begin in what is heard. Nothing of it is kept or sent. */
  words(): Observable<Heard> {
    return new Observable((subscriber) => {
      const worker = new Worker(new URL('./onsets.worker', import.meta.url), { type: 'module' });
      worker.onmessage = ({ data }: MessageEvent<number>) => subscriber.next({ kind: 'word', at: data });
      const listening = this.pieces().subscribe({
        next: (heard) => {
          if (heard.kind === 'piece') worker.postMessage(heard.piece, [heard.piece.samples.buffer]);
          else subscriber.next(heard);
        },
        complete: () => subscriber.complete(),
      });
      listening.add(() => worker.terminate());
      return listening;
    });
  }

  /** What is heard, piece by piece. */
  pieces(): Observable<Listened> {
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

  private async listen(heard: (what: Listened) => void, onEnd: (end: () => void) => void): Promise<void> {
    // What a call would smooth away is what is listened for.
    const audio = { echoCancellation: false, noiseSuppression: false, autoGainControl: false };
    const stream = await navigator.mediaDevices.getUserMedia({ audio });
    onEnd(() => stream.getTracks().forEach((track) => track.stop()));
    const context = new AudioContext();
    onEnd(() => void context.close());
    await context.audioWorklet.addModule('/microphone.js');
    const pieces = new AudioWorkletNode(context, 'microphone');
    pieces.port.onmessage = ({ data }: MessageEvent<Float32Array<ArrayBuffer>>) =>
      heard({ kind: 'piece', piece: { rate: context.sampleRate, samples: data } });
    context.createMediaStreamSource(stream).connect(pieces);
    await context.resume();
    heard({ kind: 'listening' });
  }
}

/** Why the browser gives no microphone. */
function codeOf(problem: unknown): MicrophoneProblem['code'] {
  const name = problem instanceof DOMException ? problem.name : '';
  if (name === 'NotAllowedError' || name === 'SecurityError') return 'refused';
  // Where the page is not served safely, browsers have no devices at all.
  return name === 'NotFoundError' || problem instanceof TypeError ? 'none' : 'failed';
}
