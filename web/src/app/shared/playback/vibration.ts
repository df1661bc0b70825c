import type { Note } from '@nuvrah/core';
import type { SoundingNote } from './tone';

/** Whether this device can be felt. */
export const canVibrate = (): boolean => 'vibrate' in navigator;

/** Lets a note be felt after so many seconds, where the device vibrates. */
export function feel({ felt }: Note, after: number): SoundingNote {
  if (felt.length === 0 || !canVibrate()) return { cancel: () => undefined };
  const timer = setTimeout(() => navigator.vibrate([...felt]), Math.max(0, after * 1000));
  return { cancel: () => clearTimeout(timer) };
}
