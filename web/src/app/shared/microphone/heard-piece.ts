/** A piece of what is heard, so many samples a second. */
export interface HeardPiece {
  readonly rate: number;
  readonly samples: Float32Array<ArrayBuffer>;
}
