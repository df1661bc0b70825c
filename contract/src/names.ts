/** A name without its last word, where it has more than one: what is shown where a surname must not be. */
export function givenNameOf(name: string): string {
  const words = name.trim().split(/\s+/);
  return words.slice(0, Math.max(1, words.length - 1)).join(' ');
}
