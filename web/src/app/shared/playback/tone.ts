import type { Note } from '@nuvrah/core';

/** A note that was scheduled and can still be taken back. */
export interface SoundingNote {
  cancel(): void;
}

/** Rise of a note, in seconds: short enough to be exact, long enough not to click. */
const ATTACK = 0.004;
/** Level at which a note counts as gone, in relation to its peak. */
const GONE = 0.001;

/**
 * Schedules a note as a soft tone with one overtone that dies away over its length.
 * @param at onset on the context's clock, in seconds; the tone begins to rise exactly then.
 */
export function soundNote(
  context: BaseAudioContext,
  output: AudioNode,
  note: Note,
  at: number,
): SoundingNote {
  const envelope = context.createGain();
  const panner = context.createStereoPanner();
  panner.pan.value = note.pan;
  envelope.gain.setValueAtTime(0, at);
  envelope.gain.linearRampToValueAtTime(note.level, at + ATTACK);
  envelope.gain.exponentialRampToValueAtTime(note.level * GONE, at + ATTACK + note.length);
  envelope.connect(panner).connect(output);
  const end = at + ATTACK + note.length;
  const oscillators = [
    { times: 1, share: 0.8 },
    { times: 2, share: 0.2 },
  ].map(({ times, share }) => {
    const oscillator = context.createOscillator();
    const gain = context.createGain();
    oscillator.frequency.value = note.pitch * times;
    gain.gain.value = share;
    oscillator.connect(gain).connect(envelope);
    oscillator.start(at);
    oscillator.stop(end);
    return oscillator;
  });
  const last = oscillators.at(-1);
  if (last) last.onended = () => panner.disconnect();
  return {
    cancel: () => {
      for (const oscillator of oscillators) oscillator.stop();
      panner.disconnect();
    },
  };
}
