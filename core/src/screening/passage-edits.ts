import { withinCapacity } from '../capacity/index.js';
import type { Conventions } from '../conventions/index.js';
import { AFTER_STROKES, cycleFigures, isHoldLength, RAPID_BREATHS, RAPID_STROKES } from '../policy/index.js';
import { countsOf, scaleRatio, type Sustainable } from '../ratio/index.js';
import {
  cyclesAtMost,
  cyclesInOwnRound,
  isOwnPaceAlone,
  otherSide,
  strokesAtMost,
  withCycles,
  withFittedParts,
  withPhaseCounts,
  withStrokes,
  type CountedPassage,
  type Passage,
  type PassageLocks,
  tellsSidesApart,
} from '../session/index.js';
import {
  BREATH_PATH_NAMES,
  SEATS,
  techniqueOf,
  withOpenEyes,
  type LockId,
  type HoldKind,
} from '../technique/index.js';
import { counts, floorToHalf, formatClock, formatCounts, formatSeconds, seconds } from '../units/index.js';
import type { ScreenedStudent } from './facts.js';
import type { MeasureId } from './measure-names.js';
import { withHoldsUpTo } from './hold-edits.js';
import type { RemedyKind } from './rule.js';
import type { Finding } from './screen.js';
import { screeningWords } from '../words/index.js';

/** A passage as a remedy would have it, and what was changed, in words that follow the passage's name. */
export interface EditedPassage {
  readonly passage: Passage;
  readonly said: string;
}

/** What an edit may read beside the passage. */
export interface EditCase {
  readonly student: ScreenedStudent;
  readonly sustainable: Sustainable;
  readonly conventions: Conventions;
}

type PassageEdit = (passage: Passage, finding: Finding, of: EditCase) => readonly EditedPassage[];

/** What each remedy may make of a passage, the mildest first. Whether it helps is found out by screening it again. */
export const PASSAGE_EDITS: Readonly<Partial<Record<RemedyKind, PassageEdit>>> = {
  'shorten-hold': shortenHold,
  'drop-hold': dropHold,
  'drop-lock': dropLocks,
  'swap-side': swapSide,
  'change-variant': changeVariant,
  'drop-throat-sound': dropThroatSound,
  shorten,
  'fit-breath': fitBreath,
  'drop-parts': dropParts,
  'slow-breath': slowBreath,
  'shorten-exhale': shortenExhale,
  'even-exhale': (passage) =>
    passage.kind === 'counted'
      ? [
          {
            passage: withExhale(passage, countsOf(passage).inhale),
            said: screeningWords.passageEdits.exhaleLike,
          },
        ]
      : [],
  'slow-strokes': slowStrokes,
  seat: changeSeat,
  hands: freeHands,
  'open-eyes': openSenses,
};

const BOTH_HOLDS: readonly HoldKind[] = ['internalHold', 'externalHold'];
const holdsOf = (feature: MeasureId): readonly HoldKind[] =>
  feature === 'internalHold' || feature === 'externalHold' ? [feature] : BOTH_HOLDS;

function shortenHold(
  passage: Passage,
  { feature, threshold, fact }: Finding,
  { student }: EditCase,
): readonly EditedPassage[] {
  const phase = feature === 'externalHold' ? feature : 'internalHold';
  const limit =
    feature === 'holdAfterStrokes'
      ? AFTER_STROKES.hold
      : fact === 'measured'
        ? student.capacity[phase].sustainable
        : threshold;
  if (!isHoldLength(limit)) return [];
  const said = screeningWords.passageEdits.holdsOfSAt(formatSeconds(limit));
  return [{ passage: withHoldsUpTo(passage, holdsOf(feature), limit), said }];
}

const WHICH_HOLD: Readonly<Record<HoldKind, string>> = {
  internalHold: screeningWords.passageEdits.fullHold,
  externalHold: screeningWords.passageEdits.emptyHold,
};

function dropHold(passage: Passage, { feature }: Finding): readonly EditedPassage[] {
  const kinds = holdsOf(feature);
  const [only] = kinds;
  const said =
    kinds.length === 1 && only
      ? screeningWords.passageEdits.withoutThe(WHICH_HOLD[only])
      : screeningWords.passageEdits.withoutHolds;
  return [{ passage: withHoldsUpTo(passage, kinds, 0), said }];
}

function dropLocks(passage: Passage, { feature }: Finding): readonly EditedPassage[] {
  if (passage.kind !== 'counted') return [];
  const without = (lock: LockId): PassageLocks => {
    const keep = (locks: readonly LockId[]): readonly LockId[] => locks.filter((one) => one !== lock);
    const { internalHold, externalHold, fromRound } = passage.locks;
    return { internalHold: keep(internalHold), externalHold: keep(externalHold), fromRound };
  };
  const none = { ...passage.locks, internalHold: [], externalHold: [] };
  const one =
    feature === 'chinLock' ? without('chin') : feature === 'abdominalLock' ? without('abdominal') : none;
  return [
    {
      passage: { ...passage, locks: one },
      said:
        one === none ? screeningWords.passageEdits.withoutLocks : screeningWords.passageEdits.withoutThatLock,
    },
  ];
}

function swapSide(passage: Passage): readonly EditedPassage[] {
  if (passage.kind === 'strokes' && passage.turns.length === 1 && passage.turns[0] !== 'both') {
    const side = passage.turns[0] === 'left' ? 'right' : 'left';
    return [{ passage: { ...passage, turns: [side] }, said: screeningWords.passageEdits.throughThe(side) }];
  }
  if (passage.kind !== 'counted' || passage.route !== 'one-sided') return [];
  const sides =
    passage.startsOn === 'convention' ? (['left', 'right'] as const) : [otherSide(passage.startsOn)];
  return sides.map((side) => ({
    passage: { ...passage, startsOn: side },
    said: screeningWords.passageEdits.throughThe(side),
  }));
}

function changeVariant(passage: Passage): readonly EditedPassage[] {
  const { pattern } = techniqueOf(passage.technique);
  if (passage.kind !== 'counted' || pattern.kind !== 'counted') return [];
  return pattern.inhaleThrough
    .filter((way) => way !== passage.inhaleThrough)
    .map((inhaleThrough) => ({
      passage: { ...passage, inhaleThrough },
      said: screeningWords.passageEdits.inBy(BREATH_PATH_NAMES[inhaleThrough]),
    }));
}

function dropThroatSound(passage: Passage): readonly EditedPassage[] {
  const { pattern } = techniqueOf(passage.technique);
  if (passage.kind !== 'counted' || pattern.kind !== 'counted') return [];
  if (pattern.modifierChoices.throatSound === 'always') return [];
  return [
    {
      passage: { ...passage, modifiers: { ...passage.modifiers, throatSound: false } },
      said: screeningWords.passageEdits.withoutThroatSound,
    },
  ];
}

/** Shares of the rounds that are tried, where neighbours add to what a passage has itself. */
const SHARES = [0.75, 0.5, 0.25] as const;

/** Fewer cycles (whole rounds) or strokes, so that what lasts too long ends just before; minutes at one's own pace go first. */
function shorten(passage: Passage, { value, threshold }: Finding): readonly EditedPassage[] {
  if (passage.kind === 'natural') return [];
  const step = passage.kind === 'counted' ? cyclesInOwnRound(passage) : 1;
  const has = passage.kind === 'counted' ? cyclesAtMost(passage) / step : strokesAtMost(passage);
  const wanted = Math.ceil((has * threshold) / value);
  const tries = [
    wanted,
    wanted - 1,
    wanted - 2,
    wanted - 3,
    ...SHARES.map((share) => Math.floor(has * share)),
    1,
  ];
  const fewer = [...new Set(tries)].filter((some) => some >= 1 && some <= has).sort((a, b) => b - a);
  if (passage.kind === 'strokes')
    return fewer.map((strokes) => ({
      passage: withStrokes(passage, strokes),
      said: screeningWords.passageEdits.strokesATurn(strokes),
    }));
  if (isOwnPaceAlone(passage)) return SHARES.flatMap((share) => shorterOwnPace(passage, share));
  const own = { ...passage, ownPace: seconds(0) };
  const rounds = fewer.map((some) => ({
    passage: withCycles(own, some * step),
    said: `${some} ${some === 1 ? 'round' : 'rounds'}`,
  }));
  return passage.ownPace > 0
    ? [{ passage: own, said: screeningWords.passageEdits.withoutOwnPace }, ...rounds]
    : rounds;
}

function shorterOwnPace(passage: CountedPassage, share: number): readonly EditedPassage[] {
  const ownPace = seconds(Math.floor(passage.ownPace * share));
  const said = screeningWords.passageEdits.atOwnPaceFor(formatClock(ownPace * 1000));
  return ownPace > 0 ? [{ passage: { ...passage, ownPace }, said }] : [];
}

/** The whole passage at the largest numbers that can be sustained. */
function fitBreath(
  passage: Passage,
  _: Finding,
  { sustainable, conventions }: EditCase,
): readonly EditedPassage[] {
  const fitted = withinCapacity(passage, sustainable, conventions);
  if (!fitted || fitted === passage) return [];
  const said =
    fitted.kind === 'counted'
      ? screeningWords.passageEdits.inOut(
          formatCounts(countsOf(fitted).inhale),
          formatCounts(countsOf(fitted).exhale),
        )
      : screeningWords.passageEdits.shorterRecovery;
  return [{ passage: fitted, said }];
}

/** Whole breaths, first without their pauses, then without their parts. */
function dropParts(passage: Passage): readonly EditedPassage[] {
  if (passage.kind !== 'counted') return [];
  const { inhale, exhale } = passage.parts;
  if (!inhale && !exhale) return [];
  const unpaused = (parts: typeof inhale) => parts && { ...parts, pause: counts(0) };
  return [
    {
      passage: { ...passage, parts: { inhale: unpaused(inhale), exhale: unpaused(exhale) } },
      said: screeningWords.passageEdits.withoutPartPauses,
    },
    {
      passage: { ...passage, parts: { inhale: null, exhale: null } },
      said: screeningWords.passageEdits.inWholeBreaths,
    },
  ];
}

/** Counts in the same proportion, long enough that the breath is no longer fast. */
function slowBreath(passage: Passage, _: Finding, { conventions }: EditCase): readonly EditedPassage[] {
  if (passage.kind !== 'counted') return [];
  const { halfMillis } = cycleFigures(passage, countsOf(passage), conventions);
  const base = floorToHalf(Math.ceil(((passage.base * 120_000) / RAPID_BREATHS / halfMillis) * 2) / 2);
  const slower = withFittedParts({ ...passage, base, ramps: [] });
  const { inhale, exhale } = scaleRatio(passage.ratio, base).counts;
  return [
    { passage: slower, said: screeningWords.passageEdits.inOut(formatCounts(inhale), formatCounts(exhale)) },
  ];
}

function shortenExhale(
  passage: Passage,
  { feature, threshold, fact }: Finding,
  { student }: EditCase,
): readonly EditedPassage[] {
  if (passage.kind !== 'counted') return [];
  const { inhale, exhale } = countsOf(passage);
  const known = student.capacity.exhale;
  const inSeconds = (limit: number): number => floorToHalf((limit * 1000) / passage.pace);
  const limits: Readonly<Partial<Record<MeasureId, number>>> = {
    exhale: inSeconds(fact === 'measured' ? known.sustainable : threshold),
    exhaleToInhale: inhale * threshold,
    // Twice the inhale is what counts: half a count below it.
    doubleExhaleMinutes: inhale * 2 - 0.5,
    ...(known.kind === 'measured' && { exhaleOverCapacity: inSeconds(known.measured) }),
  };
  const limit = floorToHalf(Math.min(exhale, limits[feature] ?? 0));
  if (limit < 0.5) return [];
  const parts = passage.parts.exhale && { ...passage.parts.exhale, pause: floorToHalf(0) };
  return [
    { passage: withExhale(passage, limit), said: screeningWords.passageEdits.out(formatCounts(limit)) },
    ...(parts
      ? [
          {
            passage: withExhale({ ...passage, parts: { ...passage.parts, exhale: parts } }, limit),
            said: screeningWords.passageEdits.outWithoutPauses(formatCounts(limit)),
          },
        ]
      : []),
  ];
}

/** The exhale set, and what would make it longer again taken out. */
const withExhale = (passage: CountedPassage, value: number): CountedPassage => ({
  ...withFittedParts(withPhaseCounts(passage, 'exhale', value)),
  ramps: passage.ramps.filter(({ of }) => of !== 'exhale' && of !== 'base' && of !== 'inhale'),
});

/** The strokes slowed to the limit where they are faster; a ramp stays as far as it keeps below. */
function slowStrokes(passage: Passage, { feature, threshold }: Finding): readonly EditedPassage[] {
  if (passage.kind !== 'strokes') return [];
  const limit = feature === 'rapid' ? RAPID_STROKES - 1 : threshold;
  const rate = Math.min(passage.rate, limit);
  const { rateRamp: ramp } = passage;
  const steps = ramp && ramp.by > 0 ? Math.floor((limit - rate) / ramp.by) : 0;
  const kept = ramp && rate === passage.rate && steps >= 1 ? { ...ramp, to: rate + steps * ramp.by } : null;
  const said = kept
    ? screeningWords.passageEdits.strokesFromTo(rate, kept.to)
    : screeningWords.passageEdits.strokesAMinute(rate);
  return [{ passage: { ...passage, rate, rateRamp: kept }, said }];
}

/** The side instead of the back first, then the technique's own seats in their order; of those that are possible, where they are known. */
function changeSeat(passage: Passage, _: Finding, { student }: EditCase): readonly EditedPassage[] {
  const { seats } = techniqueOf(passage.technique);
  const side =
    passage.seat === 'lying' ? (['lying-left'] as const).filter((seat) => seats.includes(seat)) : [];
  return [...side, ...seats]
    .filter((seat) => seat !== passage.seat && (student.seats.length === 0 || student.seats.includes(seat)))
    .map((seat) => ({ passage: { ...passage, seat }, said: `seat: ${SEATS[seat].name}` }));
}

/** Sides by attention; hands from the ears; ears alone instead of the whole face. */
function freeHands(passage: Passage, { feature }: Finding): readonly EditedPassage[] {
  if (passage.kind === 'natural') return [];
  const ears = (hands: 'flaps' | null, said: string): EditedPassage => ({
    passage: { ...passage, modifiers: { ...passage.modifiers, ears: hands } },
    said,
  });
  if (feature === 'faceSeal')
    return [
      ears('flaps', screeningWords.passageEdits.thumbsOnEars),
      ears(null, screeningWords.passageEdits.earsOpen),
    ];
  const attention: EditedPassage[] =
    passage.kind === 'counted' && passage.route !== 'both'
      ? [
          {
            passage: { ...passage, byAttention: true },
            said: screeningWords.passageEdits.byAttentionHandsDown,
          },
        ]
      : [];
  const both: EditedPassage[] =
    passage.kind === 'strokes' && tellsSidesApart(passage)
      ? [
          {
            passage: { ...passage, turns: ['both'] },
            said: screeningWords.passageEdits.throughBothHandsDown,
          },
        ]
      : [];
  const down = [...attention, ...both];
  return passage.modifiers.ears ? [ears(null, screeningWords.passageEdits.earsOpenHandsDown), ...down] : down;
}

/** The passage with the eyes half open, which nothing forbids. */
export const withEyesOpen = <P extends Passage>(passage: P): P =>
  passage.kind === 'natural'
    ? { ...passage, gaze: withOpenEyes(passage.gaze ?? 'eyes-closed') }
    : { ...passage, modifiers: { ...passage.modifiers, gaze: withOpenEyes(passage.modifiers.gaze) } };

function openSenses(passage: Passage): readonly EditedPassage[] {
  if (passage.kind === 'natural')
    return [{ passage: withEyesOpen(passage), said: screeningWords.passageEdits.eyesHalfOpen }];
  const modifiers = { ...passage.modifiers, gaze: withOpenEyes(passage.modifiers.gaze) };
  return [
    { passage: { ...passage, modifiers }, said: screeningWords.passageEdits.eyesHalfOpen },
    {
      passage: { ...passage, modifiers: { ...modifiers, ears: null } },
      said: screeningWords.passageEdits.eyesAndEarsOpen,
    },
  ];
}
