/** What is said where this browser keeps nothing and the server is away. */
export const NOT_KEPT =
  'The server is away, and this browser keeps nothing: leave this page open until the server is back.';

/** What is said of a sitting whose record is in the queue. */
export const WAITS_HERE = 'What was done is kept in this browser and sent by itself.';
