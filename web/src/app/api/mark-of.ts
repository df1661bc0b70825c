import { hash } from 'ohash';

/** What tells one JSON from another, whatever the order of its keys and whatever types it came from. */
export const markOf = (value: unknown): string => hash(JSON.parse(JSON.stringify(value ?? null)));
