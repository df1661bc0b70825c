/** Names as they stand together: where two are the same, each with its number, as in "Bhramari (1)", "Bhramari (2)". */
export function distinctNames(names: readonly string[]): readonly string[] {
  const seen = new Map<string, number>();
  return names.map((name) => {
    if (names.indexOf(name) === names.lastIndexOf(name)) return name;
    const number = (seen.get(name) ?? 0) + 1;
    seen.set(name, number);
    return `${name} (${number})`;
  });
}
