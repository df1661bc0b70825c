import { bySlot, slotBonus, type Option, type ProposalKind } from './options.js';

/** One technique of a plan, with its rounds. */
export interface Choice {
  readonly option: Option;
  readonly rounds: number;
}

/** Techniques in order, what they take in seconds, and what the plan is worth. */
export interface Plan {
  readonly choices: readonly Choice[];
  readonly seconds: number;
  readonly value: number;
  /** Plans that were weighed against each other to find it. */
  readonly considered: number;
}

/** Techniques of one slot: two (the layers remember no more), but only one of those that deepen, because entries from both sides pull apart. */
const MOST_IN_SLOT = 2;
export const mostIn = (slot: string): number => (slot === 'deepen' ? 1 : MOST_IN_SLOT);

/** What a plan is worth: what each technique is worth at its length, and a bonus for each slot that is not empty. */
export function planValue(choices: readonly Choice[], kind: ProposalKind): number {
  const slots = new Set(choices.map(({ option }) => option.slot));
  const own = choices.reduce(
    (sum, { option, rounds }) => sum + (option.values[rounds - option.from] ?? Number.NaN),
    0,
  );
  return own + slots.size * slotBonus(kind);
}

/** Whether a plan keeps to what the search allows. */
export function isPlan(choices: readonly Choice[], seconds: number): boolean {
  let at = 0;
  for (const { option, rounds } of choices) {
    at += option.lengths[rounds - option.from] ?? Infinity;
    if (option.vigorous && at > (seconds * 2) / 3) return false;
  }
  const perSlot = new Map<string, number>();
  for (const { option } of choices) perSlot.set(option.slot, (perSlot.get(option.slot) ?? 0) + 1);
  return at <= seconds && [...perSlot].every(([slot, number]) => number <= mostIn(slot));
}

/**
 * The best plan of at most so many seconds, found by dynamic programming over the seconds used: the techniques come in the
 * order of their slots, so what is best up to a technique depends on the seconds used and on how many of its slot are used,
 * and on nothing else. Every plan is weighed, most of them at once: nothing better exists in the space.
 *
 * @param seconds of the techniques together; nothing vigorous ends after two thirds of `whole`.
 * @param least plans that take fewer seconds are only chosen where there are no others.
 */
export function searchPlan(
  options: readonly Option[],
  kind: ProposalKind,
  seconds: number,
  whole: number,
  least: number,
): Plan | null {
  const width = seconds + 1;
  let best = new Float64Array(width).fill(-Infinity);
  let count = new Float64Array(width);
  best[0] = 0;
  count[0] = 1;
  const stages: Stage[] = [];
  for (const slot of bySlot(options)) {
    if (slot.length === 0) continue;
    const stage = searchSlot(slot, kind, best, count, whole);
    stages.push(stage);
    best = stage.best;
    count = stage.count;
  }
  const end = bestEnd(best, least);
  if (end === null) return null;
  const choices = traceBack(stages, end);
  const considered = count.reduce((sum, ways) => sum + ways, 0);
  return { choices, seconds: end, value: best[end] ?? 0, considered };
}

interface Stage {
  readonly options: readonly Option[];
  readonly best: Float64Array<ArrayBuffer>;
  readonly count: Float64Array<ArrayBuffer>;
  /** By how many of the slot are used. */
  readonly layers: readonly Layer[];
  /** How many of the slot the best uses, by seconds. */
  readonly used: Uint8Array;
}
interface Layer {
  readonly best: Float64Array<ArrayBuffer>;
  readonly count: Float64Array<ArrayBuffer>;
  /** The options of the slot that the best uses, with their rounds, the last first; -1 where there is none. */
  readonly option: Int16Array;
  readonly rounds: Int16Array;
  readonly earlierOption: Int16Array;
  readonly earlierRounds: Int16Array;
}

const newLayer = (width: number): Layer => ({
  best: new Float64Array(width).fill(-Infinity),
  count: new Float64Array(width),
  option: new Int16Array(width).fill(-1),
  rounds: new Int16Array(width),
  earlierOption: new Int16Array(width).fill(-1),
  earlierRounds: new Int16Array(width),
});

function searchSlot(
  slot: readonly Option[],
  kind: ProposalKind,
  before: Float64Array<ArrayBuffer>,
  countBefore: Float64Array<ArrayBuffer>,
  whole: number,
): Stage {
  const width = before.length;
  const most = mostIn(slot[0]?.slot ?? '');
  const none: Layer = { ...newLayer(width), best: before.slice(), count: countBefore.slice() };
  // By option: what is best with this option as the last of the slot; each option is used once, in its order.
  const layers: Layer[] = [none, ...Array.from({ length: most }, () => newLayer(width))];
  slot.forEach((option, index) => {
    const latest = option.vigorous ? Math.floor((whole * 2) / 3) : width - 1;
    // From the fullest layer down, so that an option is never put on top of itself.
    for (let used = most; used >= 1; used--) {
      const from = layers[used - 1] as Layer;
      const to = layers[used] as Layer;
      const bonus = used === 1 ? slotBonus(kind) : 0;
      const end = Math.min(width - 1, latest);
      const first = from.best.findIndex((so) => so !== -Infinity);
      option.lengths.forEach((length, step) => {
        const value = (option.values[step] ?? 0) + bonus;
        if (first >= 0) weigh(from, to, { first, end, length, value, index, rounds: option.from + step });
      });
    }
  });
  return collapse(slot, layers);
}

/** One option at one length, put after everything that is known of a layer. */
interface Weighed {
  /** The first second at which the layer has anything, and the last at which the option may end. */
  readonly first: number;
  readonly end: number;
  readonly length: number;
  readonly value: number;
  readonly index: number;
  readonly rounds: number;
}

/** The innermost loop of the search, which is most of its time: arrays are taken out of their layers first. */
function weigh(from: Layer, to: Layer, { first, end, length, value, index, rounds }: Weighed): void {
  const { best: before, count: waysBefore, option: optionBefore, rounds: roundsBefore } = from;
  const { best, count, option, rounds: roundsOf, earlierOption, earlierRounds } = to;
  for (let at = first, there = first + length; there <= end; at++, there++) {
    const so = before[at] as number;
    if (so === -Infinity) continue;
    count[there] = (count[there] as number) + (waysBefore[at] as number);
    if (so + value <= (best[there] as number)) continue;
    best[there] = so + value;
    option[there] = index;
    roundsOf[there] = rounds;
    // Copied now: what is best below may become something else before the slot is done.
    earlierOption[there] = optionBefore[at] as number;
    earlierRounds[there] = roundsBefore[at] as number;
  }
}

function collapse(options: readonly Option[], layers: readonly Layer[]): Stage {
  const width = layers[0]?.best.length ?? 0;
  const best = new Float64Array(width).fill(-Infinity);
  const count = new Float64Array(width);
  const used = new Uint8Array(width);
  layers.forEach((layer, number) => {
    for (let at = 0; at < width; at++) {
      count[at] = (count[at] as number) + (layer.count[at] as number);
      if ((layer.best[at] as number) <= (best[at] as number)) continue;
      best[at] = layer.best[at] as number;
      used[at] = number;
    }
  });
  return { options, best, count, layers, used };
}

/** The best of those that take at least so long; else the one that takes longest. */
function bestEnd(best: Float64Array, least: number): number | null {
  let end: number | null = null;
  for (let at = Math.max(0, least); at < best.length; at++)
    if ((best[at] as number) > (end === null ? -Infinity : (best[end] as number))) end = at;
  if (end !== null) return end;
  for (let at = Math.min(best.length, least) - 1; at > 0; at--) if (best[at] !== -Infinity) return at;
  return null;
}

function traceBack(stages: readonly Stage[], end: number): Choice[] {
  const choices: Choice[] = [];
  let at = end;
  for (const { options, layers, used } of stages.toReversed()) {
    const layer = layers[used[at] as number] as Layer;
    const ofSlot = [
      [layer.option[at], layer.rounds[at]],
      [layer.earlierOption[at], layer.earlierRounds[at]],
    ] as const;
    for (const [index = -1, rounds = 0] of ofSlot) {
      const option = options[index];
      if (!option) continue;
      choices.unshift({ option, rounds });
      at -= option.lengths[rounds - option.from] as number;
    }
  }
  return choices;
}
