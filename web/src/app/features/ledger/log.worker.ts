/// <reference lib="webworker" />
import '../../../language-of-worker';
import { sittingsFromCsv, type ReadLog } from '@nuvrah/core';
import { ledgerWords } from '../../words/ledger-words';
import type { LogMessage, LogWork } from './log-reader';

/** Sittings that are told in one go. */
const PART = 250;

const NOT_UTF_8: ReadLog = {
  sittings: [],
  problems: [
    {
      line: 1,
      column: null,
      message: ledgerWords.logPage.notUtf8,
    },
  ],
  there: 0,
  rows: 0,
  ignored: [],
};

/** The text of a file, or null where it is not UTF-8. */
function textOf(bytes: ArrayBuffer): string | null {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return null;
  }
}

addEventListener('message', ({ data }: MessageEvent<LogWork>) => {
  const say = (message: LogMessage): void => postMessage(message);
  const text = textOf(data.bytes);
  const context = { ...data.context, newId: () => crypto.randomUUID() };
  const log =
    text === null ? NOT_UTF_8 : sittingsFromCsv(text, context, (done) => say({ kind: 'progress', done }));
  const { sittings, ...rest } = log;
  for (let from = 0; from < sittings.length; from += PART)
    say({ kind: 'part', sittings: sittings.slice(from, from + PART) });
  say({ kind: 'done', log: rest });
});
