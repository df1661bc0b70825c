import { countsOf } from '../ratio/index.js';
import {
  cyclesInOwnRound,
  otherSide,
  withFittedParts,
  withPhaseCounts,
  type CountedPassage,
  type HoldKind,
  type Passage,
  type PassageLocks,
} from '../session/index.js';
import { PASSWAY_NAMES, SEATS, techniqueOf, type LockId } from '../technique/index.js';
import { floorToHalf, formatCounts, formatSeconds, seconds } from '../units/index.js';
import type { ScreenedStudent } from './facts.js';
import { AFTER_STROKES, RAPID_FROM, type MeasureId } from './features.js';
import { withHoldsUpTo } from './hold-edits.js';
import type { RemedyKind } from './rules.js';
import type { Finding } from './screen.js';

/** A passage as a remedy would have it, and what was changed, in words that follow the passage's name. */
export interface EditedPassage {
  readonly passage: Passage;
  readonly said: string;
}

type PassageEdit = (passage: Passage, finding: Finding, student: ScreenedStudent) => readonly EditedPassage[];

/** What each remedy may make of a passage, the mildest first. Whether it helps is found out by screening it again. */
export const PASSAGE_EDITS: Readonly<Partial<Record<RemedyKind, PassageEdit>>> = {
  'shorten-hold': shortenHold,
  'drop-hold': dropHold,
  'drop-lock': dropLocks,
  'swap-side': swapSide,
  'change-variant': changeVariant,
  'drop-throat-sound': dropThroatSound,
  shorten,
  'shorten-exhale': shortenExhale,
  'even-exhale': (passage) =>
    passage.kind === 'counted'
      ? [{ passage: withExhale(passage, countsOf(passage).inhale), said: 'exhale as long as the inhale' }]
      : [],
  'slow-strokes': slowStrokes,
  seat: changeSeat,
  hands: freeHands,
  'open-eyes': openSenses,
};

const BOTH_HOLDS: readonly HoldKind[] = ['internalHold', 'externalHold'];
const holdsOf = (feature: MeasureId): readonly HoldKind[] =>
  feature === 'internalHold' || feature === 'externalHold' ? [feature] : BOTH_HOLDS;

function shortenHold(passage: Passage, { feature, threshold }: Finding): readonly EditedPassage[] {
  const limit = feature === 'holdAfterStrokes' ? AFTER_STROKES.hold : threshold;
  if (limit === 0) return [];
  const said = `holds of ${formatSeconds(limit)} s at most`;
  return [{ passage: withHoldsUpTo(passage, holdsOf(feature), limit), said }];
}

const WHICH_HOLD: Readonly<Record<HoldKind, string>> = {
  internalHold: 'full hold',
  externalHold: 'empty hold',
};

function dropHold(passage: Passage, { feature }: Finding): readonly EditedPassage[] {
  const kinds = holdsOf(feature);
  const [only] = kinds;
  const said = kinds.length === 1 && only ? `without the ${WHICH_HOLD[only]}` : 'without holds';
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
    { passage: { ...passage, locks: one }, said: one === none ? 'without locks' : 'without that lock' },
  ];
}

function swapSide(passage: Passage): readonly EditedPassage[] {
  if (passage.kind === 'strokes' && passage.turns.length === 1 && passage.turns[0] !== 'both') {
    const side = passage.turns[0] === 'left' ? 'right' : 'left';
    return [{ passage: { ...passage, turns: [side] }, said: `through the ${side}` }];
  }
  if (passage.kind !== 'counted' || passage.route !== 'one-sided') return [];
  const sides =
    passage.startsOn === 'convention' ? (['left', 'right'] as const) : [otherSide(passage.startsOn)];
  return sides.map((side) => ({ passage: { ...passage, startsOn: side }, said: `through the ${side}` }));
}

function changeVariant(passage: Passage): readonly EditedPassage[] {
  const { pattern } = techniqueOf(passage.technique);
  if (passage.kind !== 'counted' || pattern.kind !== 'counted') return [];
  return pattern.inhaleThrough
    .filter((way) => way !== passage.inhaleThrough)
    .map((inhaleThrough) => ({
      passage: { ...passage, inhaleThrough },
      said: `in by ${PASSWAY_NAMES[inhaleThrough]}`,
    }));
}

function dropThroatSound(passage: Passage): readonly EditedPassage[] {
  const { pattern } = techniqueOf(passage.technique);
  if (passage.kind !== 'counted' || pattern.kind !== 'counted') return [];
  if (pattern.dressings.throatSound === 'always') return [];
  return [
    {
      passage: { ...passage, dressing: { ...passage.dressing, throatSound: false } },
      said: 'without throat sound',
    },
  ];
}

/** Fewer cycles (whole rounds), so that what lasts too long ends just before; minutes at one's own pace go first. */
function shorten(passage: Passage, { value, threshold }: Finding): readonly EditedPassage[] {
  if (passage.kind !== 'counted') return [];
  const own = { ...passage, ownPace: seconds(0) };
  const perRound = cyclesInOwnRound(passage);
  const rounds = Math.ceil((passage.cycles * threshold) / value / perRound);
  const tries = [rounds, rounds - 1, rounds - 2, rounds - 3].filter((some) => some >= 1);
  const fewer = tries.map((some) => ({
    passage: { ...own, cycles: some * perRound },
    said: `${some} ${some === 1 ? 'round' : 'rounds'}`,
  }));
  return passage.ownPace > 0 ? [{ passage: own, said: 'without minutes at own pace' }, ...fewer] : fewer;
}

function shortenExhale(
  passage: Passage,
  { feature, threshold }: Finding,
  { measuredExhale }: ScreenedStudent,
): readonly EditedPassage[] {
  if (passage.kind !== 'counted') return [];
  const { inhale, exhale } = countsOf(passage);
  const inSeconds = (limit: number): number => floorToHalf((limit * 1000) / passage.pace);
  const limits: Readonly<Partial<Record<MeasureId, number>>> = {
    exhale: inSeconds(threshold),
    exhaleToInhale: inhale * threshold,
    // Twice the inhale is what counts: half a count below it.
    doubleExhaleMinutes: inhale * 2 - 0.5,
    ...(measuredExhale !== null && { exhaleOverCapacity: inSeconds(measuredExhale) }),
  };
  const limit = floorToHalf(Math.min(exhale, limits[feature] ?? 0));
  if (limit < 0.5) return [];
  const parts = passage.parts.exhale && { ...passage.parts.exhale, pause: floorToHalf(0) };
  return [
    { passage: withExhale(passage, limit), said: `out ${formatCounts(limit)}` },
    ...(parts
      ? [
          {
            passage: withExhale({ ...passage, parts: { ...passage.parts, exhale: parts } }, limit),
            said: `out ${formatCounts(limit)}, without pauses`,
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

function slowStrokes(passage: Passage, { feature, threshold }: Finding): readonly EditedPassage[] {
  if (passage.kind !== 'strokes') return [];
  const rate = feature === 'rapid' ? RAPID_FROM - 1 : threshold;
  return [{ passage: { ...passage, rate, rateRamp: null }, said: `${rate} strokes a minute` }];
}

/** The side instead of the back first, then the technique's own seats in their order. */
function changeSeat(passage: Passage): readonly EditedPassage[] {
  const { seats } = techniqueOf(passage.technique);
  const side =
    passage.seat === 'lying' ? (['lying-left'] as const).filter((seat) => seats.includes(seat)) : [];
  return [...side, ...seats]
    .filter((seat) => seat !== passage.seat)
    .map((seat) => ({ passage: { ...passage, seat }, said: `seat: ${SEATS[seat].name}` }));
}

/** Sides by attention; hands from the ears; ears alone instead of the whole face. */
function freeHands(passage: Passage, { feature }: Finding): readonly EditedPassage[] {
  if (passage.kind === 'natural') return [];
  const ears = (hands: 'flaps' | null, said: string): EditedPassage => ({
    passage: { ...passage, dressing: { ...passage.dressing, ears: hands } },
    said,
  });
  if (feature === 'faceSeal') return [ears('flaps', 'thumbs on the ear flaps only'), ears(null, 'ears open')];
  const attention: EditedPassage[] =
    passage.kind === 'counted' && passage.route !== 'both'
      ? [{ passage: { ...passage, byAttention: true }, said: 'by attention, hands down' }]
      : [];
  return passage.dressing.ears ? [ears(null, 'ears open, hands resting'), ...attention] : attention;
}

function openSenses(passage: Passage): readonly EditedPassage[] {
  if (passage.kind === 'natural') return [];
  const dressing = { ...passage.dressing, gaze: 'half-open' as const };
  return [
    { passage: { ...passage, dressing }, said: 'eyes half open' },
    { passage: { ...passage, dressing: { ...dressing, ears: null } }, said: 'eyes half open, ears open' },
  ];
}
