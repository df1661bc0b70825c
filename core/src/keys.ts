/** The keys of a table, by their own type: the language knows them only as text. */
export const keysOf = <K extends string>(table: Readonly<Partial<Record<K, unknown>>>): K[] =>
  Object.keys(table) as K[];

/** The keys of a table with what stands there, in the order of the table. */
export const entriesOf = <K extends string, V>(table: Readonly<Partial<Record<K, V>>>): [K, V][] =>
  Object.entries(table) as [K, V][];
