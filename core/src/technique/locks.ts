import type { LockId, Named } from './technique.js';
import { inLanguage, textsInLanguage } from '../language.js';

export interface Lock {
  readonly names: Named;
  /** Letter on the score. */
  readonly letter: string;
  readonly engage: string;
  readonly release: string;
}

export const LOCKS: Readonly<Record<LockId, Lock>> = textsInLanguage(
  {
    chin: {
      names: { plain: 'jalandhara bandha', diacritic: 'jālandhara bandha', english: 'chin lock' },
      letter: 'C',
      engage: 'lengthen the neck, chin down',
      release: 'chin up',
    },
    abdominal: {
      names: { plain: 'uddiyana bandha', diacritic: 'uḍḍīyāna bandha', english: 'abdominal lock' },
      letter: 'A',
      engage: 'draw the belly in and up',
      release: 'let the belly go',
    },
    root: {
      names: { plain: 'mula bandha', diacritic: 'mūla bandha', english: 'root lock' },
      letter: 'R',
      engage: 'lift the pelvic floor',
      release: 'let the floor go',
    },
  },
  'names',
  'engage',
  'release',
);

export const LOCK_IDS: readonly LockId[] = ['chin', 'abdominal', 'root'];

/** All three together have a name of their own. */
export const ALL_THREE: Named = inLanguage({
  plain: 'maha bandha',
  diacritic: 'mahā bandha',
  english: 'all three locks',
});
