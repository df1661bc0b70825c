import { givenNameOf } from '@nuvrah/contract';
import { distinctNames } from '../../../shared/distinct-names';

interface Person {
  readonly id: string;
  readonly name: string;
}

/**
 * How people are called in a room, by id: by their first names, with the first letter of the surname where two have the same. It is
 * read by everybody who is there: no surname.
 *
 * @param guests are called as was written of them at the door.
 */
export function calledInClass(
  students: readonly Person[],
  guests: readonly Person[] = [],
): Readonly<Record<string, string>> {
  const first = students.map(({ name }) => givenNameOf(name));
  const called = students.map(({ name }, index) => {
    const given = first[index] ?? name;
    const surname = name.trim().split(/\s+/).at(-1) ?? '';
    const twice = first.filter((one) => one === given).length > 1;
    return twice && surname !== given ? `${given} ${[...surname][0] ?? ''}.` : given;
  });
  const distinct = distinctNames([...called, ...guests.map(({ name }) => name)]);
  return Object.fromEntries([...students, ...guests].map(({ id }, index) => [id, distinct[index] ?? '']));
}
