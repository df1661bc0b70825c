/** Milliseconds of a frame in which loudness is measured. */
const FRAME = 10;
/** Quieter than this nothing is a word, whatever the room. */
const SILENCE = 0.01;
/** How many times as loud as the room a word begins. */
const OVER_THE_ROOM = 3;
/** A word is over when it has fallen to this share of its loudest. */
const OVER = 0.4;
/** Milliseconds between the beginnings of two words at the least. */
const APART = 220;
/** How fast what the room sounds like is learnt, a frame: quickly down, slowly up. */
const LEARNS = { down: 0.2, up: 0.005 } as const;

/**
 * Finds where words begin in what a microphone hears: where it becomes much louder than the room, once for each word. Given piece
 * by piece; what it finds does not depend on how it is cut.
 */
export class LoudnessOnsets {
  private readonly frame: number;
  private sum = 0;
  private filled = 0;
  private frames = 0;
  /** What the room sounds like; null before anything was heard. */
  private room: number | null = null;
  /** The loudest of the word that is being said; 0 between words. */
  private loudest = 0;
  private last = -Infinity;

  /** @param rate samples a second. */
  constructor(rate: number) {
    this.frame = Math.round((rate * FRAME) / 1000);
  }

  /** @returns where words begin in this piece, milliseconds from the first sample ever given. */
  push(samples: Float32Array): readonly number[] {
    const found: number[] = [];
    for (const sample of samples) {
      this.sum += sample * sample;
      if (++this.filled < this.frame) continue;
      const at = this.hear(Math.sqrt(this.sum / this.frame));
      if (at !== null) found.push(at);
      [this.sum, this.filled] = [0, 0];
    }
    return found;
  }

  /** A frame of so much loudness. @returns its moment where a word begins in it. */
  private hear(loudness: number): number | null {
    const at = this.frames++ * FRAME;
    this.room ??= loudness;
    if (this.loudest > 0) {
      this.loudest = Math.max(this.loudest, loudness);
      if (loudness < this.loudest * OVER) this.loudest = 0;
      return null;
    }
    const begins = loudness > Math.max(SILENCE, this.room * OVER_THE_ROOM);
    this.room += (loudness - this.room) * (loudness < this.room ? LEARNS.down : LEARNS.up);
    if (!begins || at - this.last < APART) return null;
    this.loudest = loudness;
    this.last = at;
    return at;
  }
}
