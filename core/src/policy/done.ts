/** What was planned of a passage and what was done of it: cycles (turns of strokes), and seconds at one's own pace. */
export interface Done {
  readonly cyclesDone: number;
  readonly cyclesPlanned: number;
  readonly secondsDone: number;
  readonly secondsPlanned: number;
  /** Seconds of one cycle: minutes at one's own pace count as so many of them; 0 where nothing is counted. */
  readonly cycleSeconds: number;
}

/** Seconds that may be missing of minutes at one's own pace: nobody looks at the clock. */
export const OWN_PACE_TOLERANCE = 1;

const isPaceDone = ({ secondsDone, secondsPlanned }: Done): boolean =>
  secondsDone >= secondsPlanned - OWN_PACE_TOLERANCE;

/** Whether everything that was planned of a passage was done, minutes at one's own pace too. Domain 12, complete. */
export const isDone = (passage: Done): boolean =>
  passage.cyclesDone >= passage.cyclesPlanned && isPaceDone(passage);

/** Share of everything planned that was done, 0 to 1; natural breathing is not asked, so nothing but rest is done whole. */
export function shareDone(passages: readonly Done[]): number {
  let [done, planned] = [0, 0];
  for (const passage of passages) {
    const { cyclesDone, cyclesPlanned, secondsDone, secondsPlanned, cycleSeconds } = passage;
    const pace = cycleSeconds > 0 ? secondsPlanned / cycleSeconds : 0;
    planned += cyclesPlanned + pace;
    done += Math.min(cyclesDone, cyclesPlanned);
    done += isPaceDone(passage) ? pace : secondsDone / cycleSeconds;
  }
  return planned === 0 ? 1 : done / planned;
}
