/** Keys by which earlier versions wrote, and what they are called today. */
const RENAMED: readonly (readonly [before: string, now: string])[] = [['dressing', 'modifiers']];

/**
 * What an earlier version wrote as JSON, with the keys of today at every depth; what has them already stays as it is. Text is
 * not touched: within text a quotation mark is written after a backslash, so that no text looks like a key.
 */
export function withKeysOfToday<T>(kept: T): T {
  const written = JSON.stringify(kept) as string | undefined;
  const now = RENAMED.reduce(
    (text, [before, after]) => text?.replaceAll(`"${before}":`, `"${after}":`),
    written,
  );
  return now === undefined || now === written ? kept : (JSON.parse(now) as T);
}
