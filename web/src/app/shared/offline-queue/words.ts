import { frameWords } from '../../words/frame-words';
/** What is said where this browser keeps nothing and the server is away. */
export const NOT_KEPT = frameWords.words.serverAway;

/** What is said of a sitting whose record is in the queue. */
export const WAITS_HERE = frameWords.words.doneKept;
