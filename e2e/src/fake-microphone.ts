import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { emptyWav, WAV_HEADER } from '@nuvrah/core';
import { CHROMIUM, FLAGS } from './browser-settings.js';

/** A browser whose microphone hears samples, -1 to 1, again and again. */
export function heardThroughTheMicrophone(samples: Float32Array, rate: number) {
  const bytes = emptyWav(samples.length, rate);
  const view = new DataView(bytes.buffer);
  samples.forEach((sample, index) =>
    view.setInt16(WAV_HEADER + index * 2, Math.round(sample * 32_767), true),
  );
  const file = path.join(fs.mkdtempSync(path.join(os.tmpdir(), 'heard-')), 'heard.wav');
  fs.writeFileSync(file, bytes);
  return {
    permissions: ['microphone'],
    launchOptions: {
      executablePath: CHROMIUM,
      args: [
        ...FLAGS,
        '--use-fake-device-for-media-stream',
        '--use-fake-ui-for-media-stream',
        `--use-file-for-fake-audio-capture=${file}`,
      ],
    },
  };
}
