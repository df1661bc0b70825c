import { ReadyJson } from './implement.js';

/** How many answers are kept; the one that was not asked for longest goes first. */
const MOST_KEPT = 40;

interface Kept {
  readonly revision: string;
  readonly answer: ReadyJson;
}

/**
 * A large answer, kept as the text that is sent, for as long as the rows it was made from have the same revision. The
 * database counts the revision up with every change, so that a copy of the server beside this one cannot be missed.
 */
export class RevisionCache {
  private readonly kept = new Map<string, Kept>();

  /**
   * @param key whose answer it is.
   * @param revision of the rows now, read before `make` reads them: what changes meanwhile makes the next call ask again.
   */
  async get(key: string, revision: string, make: () => Promise<unknown>): Promise<ReadyJson> {
    const kept = this.kept.get(key);
    this.kept.delete(key);
    const now =
      kept?.revision === revision ? kept : { revision, answer: new ReadyJson(JSON.stringify(await make())) };
    this.kept.set(key, now);
    const [oldest] = this.kept.keys();
    if (this.kept.size > MOST_KEPT && oldest !== undefined) this.kept.delete(oldest);
    return now.answer;
  }
}
