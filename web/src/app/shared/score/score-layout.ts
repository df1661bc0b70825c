// Where things stand on the score, in pixels from its top. Time runs from left to right.
export const LAYOUT = {
  height: 246,
  roundLabel: 20,
  roundLine: { from: 29, to: 192 },
  left: 72,
  right: 148,
  /** Half the width of a wedge at its open end. */
  wedge: 27,
  hold: { from: 45, to: 175 },
  /** Between the nostrils, thin. */
  mouth: 110,
  mouthWedge: 11,
  bracket: { from: 36, to: 42 },
  /** Length and height of the waves of a hum. */
  wave: 9,
  swing: 3,
  /** Least room between two teeth of a comb. */
  tooth: 2.6,
  counts: { line: 196, label: 218 },
  times: { line: 224, label: 242 },
} as const;

/** The least room that a label needs beside the next one, in pixels. */
export const ROOM = {
  count: 17,
  round: 92,
  countLabel: 34,
  timeLabel: 76,
  timeEdge: 18,
  countTick: 4,
  roundLine: 5,
  hatch: 12,
} as const;
