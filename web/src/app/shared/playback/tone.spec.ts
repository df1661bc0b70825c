import { millis, seconds, type Note } from '@nuvrah/core';
import { soundNote } from './tone';

const RATE = 48_000;
const note = (at: number, pan = 0): Note => ({
  kind: 'phase',
  at: millis(at),
  pitch: 440,
  length: seconds(0.3),
  level: 0.5,
  pan,
  felt: [],
});

async function render(notes: readonly Note[], length: number): Promise<AudioBuffer> {
  const context = new OfflineAudioContext(2, RATE * length, RATE);
  for (const one of notes) soundNote(context, context.destination, one, one.at / 1000);
  return context.startRendering();
}

const firstLoud = (samples: Float32Array, from = 0): number => {
  const index = samples.findIndex((sample, i) => i >= from * RATE && Math.abs(sample) > 0.005);
  return index / RATE;
};

describe('a tone', () => {
  it('sounds a note within 2 ms of its moment', async () => {
    const left = (await render([note(250), note(1_000)], 2)).getChannelData(0);
    expect(Math.abs(firstLoud(left) - 0.25)).toBeLessThan(0.002);
    expect(Math.abs(firstLoud(left, 0.9) - 1)).toBeLessThan(0.002);
  });

  it('is louder on the side of the nostril', async () => {
    const buffer = await render([note(0, -0.6)], 1);
    const peak = (channel: number): number => Math.max(...buffer.getChannelData(channel).map(Math.abs));
    expect(peak(0)).toBeGreaterThan(peak(1) * 1.5);
  });

  it('is not heard when taken back', async () => {
    const context = new OfflineAudioContext(2, RATE, RATE);
    soundNote(context, context.destination, note(500), 0.5).cancel();
    const samples = (await context.startRendering()).getChannelData(0);
    expect(firstLoud(samples)).toBeLessThan(0);
  });
});
