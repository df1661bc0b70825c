import { markOf } from './mark-of';

/**
 * The id of something that is added: sent again because its answer was lost, it has the same id and is there once. Another thing
 * has another id, and so has the same thing once the first is known to be there.
 */
export class OnceId {
  private last: { readonly mark: string; readonly id: string } | null = null;

  /** @param of what is added, as far as it tells one from another. */
  for(of: unknown): string {
    const mark = markOf(of);
    if (this.last?.mark !== mark) this.last = { mark, id: crypto.randomUUID() };
    return this.last.id;
  }

  /** It is known to be there: whatever comes next is something else. */
  done(): void {
    this.last = null;
  }
}
