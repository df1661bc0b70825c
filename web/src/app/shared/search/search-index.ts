import { foldSpelling } from '@nuvrah/core';
import MiniSearch from 'minisearch';

export type FindableKind = 'student' | 'session' | 'technique' | 'rule' | 'command';

/** Something that the search finds, and where it leads. */
export interface Findable {
  /** Unlike that of everything else in the index. */
  readonly id: string;
  readonly kind: FindableKind;
  readonly name: string;
  /** What stands beside the name, in small. */
  readonly note: string;
  /** Other names and spellings, and words by which it is looked for. */
  readonly also: readonly string[];
  readonly link: readonly string[];
  readonly query?: Readonly<Record<string, string>>;
  /** What is done in place of going somewhere. */
  readonly does?: 'signs' | 'keys' | 'sign-out';
}

/** Of so many letters and more, a quarter may be wrong. */
const SHORTEST_FUZZY = 4;
const WRONG_LETTERS = 0.25;
const MOST_FOUND = 12;
/** People are looked for most often, rules least. */
const WEIGHTS: Readonly<Record<FindableKind, number>> = {
  student: 3,
  technique: 2.5,
  session: 2,
  command: 2,
  rule: 1,
};

/**
 * Everything that can be searched by name, whatever the transliteration and with a letter or two wrong. The words that are
 * typed must all be there; where nothing has them all, those with some.
 */
export class SearchIndex {
  private readonly all: ReadonlyMap<string, Findable>;
  private readonly index = new MiniSearch<{ id: string; name: string; also: string; note: string }>({
    fields: ['name', 'also', 'note'],
    processTerm: (term) => foldSpelling(term) || null,
    searchOptions: {
      prefix: true,
      fuzzy: (term) => (term.length >= SHORTEST_FUZZY ? WRONG_LETTERS : false),
      boost: { name: 3, also: 2 },
      boostDocument: (id) => WEIGHTS[this.all.get(id as string)?.kind ?? 'rule'],
    },
  });

  constructor(items: readonly Findable[]) {
    this.all = new Map(items.map((item) => [item.id, item]));
    this.index.addAll(items.map(({ id, name, also, note }) => ({ id, name, note, also: also.join(' · ') })));
  }

  /** The best first, twelve at the most; nothing for an empty text. */
  find(text: string): readonly Findable[] {
    const together = this.index.search(text, { combineWith: 'AND' });
    const found = together.length > 0 ? together : this.index.search(text, { combineWith: 'OR' });
    return found.slice(0, MOST_FOUND).flatMap(({ id }) => this.all.get(id as string) ?? []);
  }
}
