import type { StoredSession } from '@nuvrah/contract';
import { answersTo, foldSpelling, techniqueOf } from '@nuvrah/core';
import { ownerId } from '../../api/sessions';

export const SESSION_SORTS = ['changed', 'title', 'owner'] as const;

export interface SessionOrder {
  readonly sort: (typeof SESSION_SORTS)[number];
  /** Whether the last or the newest stands first. */
  readonly down: boolean;
}

export const DEFAULT_ORDER: SessionOrder = { sort: 'changed', down: true };

/** How the list of sessions is narrowed, as it stands in the address; what is empty narrows nothing. */
export interface SessionFilter {
  readonly find: string;
  /** The id of a student or class, or "nobody". */
  readonly owner: string;
  readonly tag: string;
  readonly archived: boolean;
}

const COLLATOR = new Intl.Collator(undefined, { sensitivity: 'base', numeric: true });

/** Sessions in an order; what is equal by it stands by its title. */
export function inOrder(
  sessions: readonly StoredSession[],
  { sort, down }: SessionOrder,
  names: ReadonlyMap<string, string> | null,
): readonly StoredSession[] {
  const title = (a: StoredSession, b: StoredSession): number =>
    COLLATOR.compare(a.document.title, b.document.title);
  const name = ({ owner }: StoredSession): string => names?.get(ownerId(owner)) ?? '';
  const by = {
    title,
    changed: (a: StoredSession, b: StoredSession) => a.updatedAt.localeCompare(b.updatedAt),
    owner: (a: StoredSession, b: StoredSession) => COLLATOR.compare(name(a), name(b)),
  };
  return [...sessions].sort((a, b) => (down ? -1 : 1) * by[sort](a, b) || title(a, b));
}

/** Whether a session answers to a filter: by its title, its tags, whose it is, or what is breathed in it in any spelling. */
export function passesFilter(
  session: StoredSession,
  { find, owner, tag, archived }: SessionFilter,
  names: ReadonlyMap<string, string>,
): boolean {
  if (session.archived && !archived) return false;
  if (owner !== '' && ownerId(session.owner) !== owner) return false;
  if (tag !== '' && !session.tags.includes(tag)) return false;
  const sought = foldSpelling(find);
  if (sought === '') return true;
  const { title, passages } = session.document;
  const said = [title, ...session.tags, names.get(ownerId(session.owner)) ?? ''];
  return (
    said.some((one) => foldSpelling(one).includes(sought)) ||
    passages.some(({ technique }) => answersTo(techniqueOf(technique), find))
  );
}
