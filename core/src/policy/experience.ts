/** Sittings on record below which somebody is a beginner, unless earlier experience is recorded. Domain 9. */
export const BEGINNER_SITTINGS = 10;

/** What of a record says whether somebody is a beginner. Sittings from a log outside count once they are confirmed. */
export interface Experience {
  readonly sittings: number;
  readonly experienced: boolean;
}

/** Whether somebody is still a beginner. */
export const isBeginner = ({ sittings, experienced }: Experience): boolean =>
  !experienced && sittings < BEGINNER_SITTINGS;
