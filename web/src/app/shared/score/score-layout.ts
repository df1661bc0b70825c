// Where things stand on the score, in pixels from its top. Time runs from left to right.
export const LAYOUT = {
  height: 260,
  roundLabel: 20,
  /** What begins at a round, between the numbers of the rounds and the channels. */
  flag: { from: 27, height: 17, width: 44 },
  roundLine: { from: 27, to: 206 },
  left: 86,
  right: 162,
  /** Half the width of a wedge at its open end. */
  wedge: 27,
  hold: { from: 59, to: 189 },
  /** Between the nostrils, thin. */
  mouth: 124,
  mouthWedge: 11,
  bracket: { from: 50, to: 56 },
  /** Length and height of the waves of a hum. */
  wave: 9,
  swing: 3,
  /** Least room between two teeth of a comb. */
  tooth: 2.6,
  counts: { line: 210, label: 232 },
  times: { line: 238, label: 256 },
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
