// What the search is measured against, by the specs and by the bench: a greedy filler and a search of everything.
import { bySlot, type Option, type ProposalKind } from './options.js';
import { isPlan, planValue, type Choice } from './search.js';

/** Slot by slot the technique that is worth most a second, each for an equal share of the time: what one would do by hand. */
export function greedyPlan(
  options: readonly Option[],
  kind: ProposalKind,
  most: number,
  whole: number,
): readonly Choice[] {
  const slots = bySlot(options).filter((slot) => slot.length > 0);
  const share = most / Math.max(1, slots.length);
  let choices: readonly Choice[] = [];
  for (const slot of slots) {
    const tries = slot.flatMap((option): Choice[] => {
      const rounds = option.lengths.findLastIndex((length) => length <= share);
      return rounds < 0 ? [] : [{ option, rounds: option.from + rounds }];
    });
    tries.sort((a, b) => rate(b) - rate(a));
    const good = tries.find(
      (choice) => isPlan([...choices, choice], whole) && secondsOf([...choices, choice]) <= most,
    );
    if (good && planValue([...choices, good], kind) > planValue(choices, kind)) choices = [...choices, good];
  }
  return choices;
}

const rate = ({ option, rounds }: Choice): number => {
  const step = rounds - option.from;
  return (option.values[step] ?? 0) / (option.lengths[step] ?? 1);
};

export const secondsOf = (choices: readonly Choice[]): number =>
  choices.reduce((sum, { option, rounds }) => sum + (option.lengths[rounds - option.from] ?? 0), 0);

/** The best of all plans that take at least `least` seconds, by trying every one of them: for small cases. */
export function exhaustivePlan(
  options: readonly Option[],
  kind: ProposalKind,
  most: number,
  whole: number,
  least: number,
): number {
  const ordered = bySlot(options).flat();
  let best = -Infinity;
  const visit = (index: number, choices: readonly Choice[]): void => {
    if (secondsOf(choices) > most) return;
    const option = ordered[index];
    if (!option) {
      if (secondsOf(choices) >= least && isPlan(choices, whole))
        best = Math.max(best, planValue(choices, kind));
      return;
    }
    visit(index + 1, choices);
    option.lengths.forEach((_, step) =>
      visit(index + 1, [...choices, { option, rounds: option.from + step }]),
    );
  };
  visit(0, []);
  return best;
}
