import type { ClassGroup, StudentLine } from '@nuvrah/contract';
import { foldSpelling, waitsForCheck, waitsForIntake, type Day, type PersonFact } from '@nuvrah/core';

export type Need = 'suspended' | 'intake' | 'capacity';
export const SORTS = ['name', 'lastSeen', 'sittings'] as const;
export type Sort = (typeof SORTS)[number];

/** How the list is narrowed and ordered, as it stands in the address; what is empty narrows nothing. */
export interface ListFilter {
  readonly find: string;
  readonly fact: PersonFact | '';
  readonly group: string;
  readonly needs: Need | 'any' | '';
  readonly archived: boolean;
  readonly sort: Sort;
  readonly down: boolean;
}

export const NO_FILTER: ListFilter = {
  find: '',
  fact: '',
  group: '',
  needs: '',
  archived: false,
  sort: 'name',
  down: false,
};

/** What keeps a student from being led, or wants to be done, what keeps first in front. */
export const needsOf = (student: StudentLine, today: Day): readonly Need[] => [
  ...(student.emergency ? ['suspended' as const] : []),
  ...(waitsForIntake(student, today).length > 0 ? ['intake' as const] : []),
  ...(waitsForCheck(student.capacity?.checkedOn ?? null, today).length > 0 ? ['capacity' as const] : []),
];

const COLLATOR = new Intl.Collator(undefined, { sensitivity: 'base' });
const BY: Readonly<Record<Sort, (a: StudentLine, b: StudentLine) => number>> = {
  name: (a, b) => COLLATOR.compare(a.name, b.name),
  // Who was never seen stands as if it had been longest ago.
  lastSeen: (a, b) => (a.lastSeen ?? '').localeCompare(b.lastSeen ?? ''),
  sittings: (a, b) => a.sittings - b.sittings,
};

/** The students that answer to a filter, in its order. */
export function listed(
  students: readonly StudentLine[],
  groups: readonly ClassGroup[],
  filter: ListFilter,
  today: Day,
): readonly StudentLine[] {
  const members = groups.find(({ id }) => id === filter.group)?.members ?? [];
  const find = foldSpelling(filter.find);
  const passes = (student: StudentLine): boolean => {
    if (student.archived && !filter.archived) return false;
    if (find !== '' && !foldSpelling(student.name).includes(find)) return false;
    if (filter.fact !== '' && !student.facts.includes(filter.fact)) return false;
    if (filter.group !== '' && !members.includes(student.id)) return false;
    if (filter.needs === '') return true;
    const needs = needsOf(student, today);
    return filter.needs === 'any' ? needs.length > 0 : needs.includes(filter.needs);
  };
  const direction = filter.down ? -1 : 1;
  return students
    .filter(passes)
    .sort((a, b) => direction * BY[filter.sort](a, b) || COLLATOR.compare(a.name, b.name));
}
