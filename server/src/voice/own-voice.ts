import { createHash, randomUUID } from 'node:crypto';
import { routes, type OwnVoice } from '@nuvrah/contract';
import {
  emptyWav,
  MOST_RECORDINGS,
  OWN_VOICE_FRAME,
  phraseOf,
  recordedPhrases,
  WAV_HEADER,
} from '@nuvrah/core';
import type { DataSource } from 'typeorm';
import type { InstructorStore } from '../db/instructor-store.js';
import { openLink } from '../home/links.js';
import type { Implement } from '../http/implement.js';
import { invalidRequest, notFound } from '../http/problem.js';

/** What is given to private links: words of the instructor's own may tell anything. */
const CUES: readonly string[] = recordedPhrases();

/** The order of the file. */
const ORDER = { words: 'ASC' } as const;

/** What is recorded, without the recordings. @param only of these words; of all where it is left out. */
async function ownVoiceOf(store: InstructorStore, only?: readonly string[]): Promise<OwnVoice> {
  const all = await store.voiceClips.list(
    {},
    { select: { id: true, words: true, length: true }, order: ORDER },
  );
  const rows = all.filter(({ words }) => only?.includes(words) ?? true);
  const version = createHash('sha256');
  for (const { id } of rows) version.update(id);
  return {
    version: version.digest('hex').slice(0, 32),
    recordings: rows.map(({ words, length }) => ({ words, length })),
  };
}

/** All recordings one after the other. One that was made since the version was told would shift the others. */
async function voiceFile(store: InstructorStore, version: string, only?: readonly string[]) {
  return store.inTransaction(async (within) => {
    const voice = await ownVoiceOf(within, only);
    if (voice.version !== version) throw notFound('version of these recordings');
    const words = voice.recordings.map((one) => one.words);
    const rows = await within.voiceClips.listIn('words', words, ORDER);
    const all = Buffer.concat(rows.map(({ samples }) => samples));
    const content = emptyWav(all.length / 2);
    content.set(all, WAV_HEADER);
    return { name: 'voice.wav', content };
  });
}

/** Samples of 16 bits, with silence after them up to a whole frame. */
function wholeFrames(base64: string): { readonly samples: Buffer; readonly length: number } {
  const bytes = Buffer.from(base64, 'base64');
  if (bytes.length === 0 || bytes.length % 2 !== 0)
    throw invalidRequest([{ pointer: '/samples', detail: 'This is no recording: record it again.' }]);
  const frames = Math.ceil(bytes.length / 2 / OWN_VOICE_FRAME.samples);
  const samples = Buffer.alloc(frames * OWN_VOICE_FRAME.samples * 2);
  bytes.copy(samples);
  return { samples, length: frames * OWN_VOICE_FRAME.millis };
}

function phraseToRecord(text: string): string {
  const words = phraseOf(text);
  if (words === '') throw invalidRequest([{ pointer: '/words', detail: 'Say which words they are.' }]);
  return words;
}

/** The instructor's own voice: recorded, heard where a session is led, and by private links. */
export function implementOwnVoice(implement: Implement, source: DataSource, now: () => Date): void {
  implement(routes.ownVoice, ({ store }) => ownVoiceOf(store));
  implement(routes.ownVoiceFile, ({ store, query }) => voiceFile(store, query.version));

  implement(routes.keepRecording, async ({ store, body }) => {
    const words = phraseToRecord(body.words);
    const recorded = wholeFrames(body.samples);
    return store.inTransaction(async (within) => {
      await within.voiceClips.remove({ words });
      const others = await within.voiceClips.list({}, { select: { id: true } });
      if (others.length >= MOST_RECORDINGS) {
        const detail = `There are ${MOST_RECORDINGS} recordings, and no more are kept: take one out first.`;
        throw invalidRequest([{ pointer: '/words', detail }]);
      }
      const added = await within.voiceClips.addIfNew({ id: randomUUID(), words, ...recorded });
      if (!added) {
        const detail = 'These words were recorded elsewhere at the same moment: record them again.';
        throw invalidRequest([{ pointer: '/words', detail }]);
      }
      return ownVoiceOf(within);
    });
  });

  implement(routes.removeRecording, async ({ store, body }) => {
    await store.voiceClips.remove({ words: phraseToRecord(body.words) });
    return ownVoiceOf(store);
  });

  implement(routes.homeVoice, async ({ params }) =>
    ownVoiceOf((await openLink(source, params.token, now())).store, CUES),
  );
  implement(routes.homeVoiceFile, async ({ params, query }) =>
    voiceFile((await openLink(source, params.token, now())).store, query.version, CUES),
  );
}
