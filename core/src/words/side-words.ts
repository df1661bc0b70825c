import { inLanguage } from '../language.js';

/** The sides of the nose, and both at once, as they are shown. */
export const SIDE_NAMES = inLanguage({ left: 'left', right: 'right', both: 'both' });
