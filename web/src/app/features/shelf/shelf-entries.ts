import {
  answersTo,
  FAMILIES,
  type Feature,
  type Goal,
  type SeatId,
  type Technique,
  type TechniqueId,
} from '@nuvrah/core';

/** A technique or a variant on the Shelf. */
export interface ShelfEntry {
  /** Address: the technique's id, or the variant's. */
  readonly key: string;
  readonly variant: boolean;
  readonly technique: Technique & { readonly id: TechniqueId };
  /** What a variant says about itself. */
  readonly note: string;
}

export interface ShelfFilter {
  readonly text: string;
  readonly goal: Goal | '';
  readonly feature: Feature | '';
  readonly seat: SeatId | '';
  readonly silent: boolean;
  readonly handsFree: boolean;
}

export const NO_FILTER: ShelfFilter = {
  text: '',
  goal: '',
  feature: '',
  seat: '',
  silent: false,
  handsFree: false,
};

/** Whether an entry answers to a filter; what is left empty asks for nothing. */
export function passes({ technique }: ShelfEntry, filter: ShelfFilter): boolean {
  const text = filter.text.trim();
  return (
    (text === '' || answersTo(technique, text) || FAMILIES[technique.family].includes(text.toLowerCase())) &&
    (filter.goal === '' || technique.effects.includes(filter.goal)) &&
    (filter.feature === '' || technique.features.includes(filter.feature)) &&
    (filter.seat === '' || technique.seats.includes(filter.seat)) &&
    (!filter.silent || technique.silent) &&
    (!filter.handsFree || technique.handsFree)
  );
}
