import type { Technique } from '../technique.js';
import { SAMA_VRITTI, UJJAYI, VILOMA_EXHALE, VILOMA_INHALE } from './even.js';
import { CHANDRA_BHEDANA, LEFT_RESTING, NADI_SHODHANA, SURYA_BHEDANA } from './nostril.js';
import {
  BREATH_WATCHING,
  CLOSING_STILLNESS,
  NATURAL_BREATH,
  SLOW_EVEN,
  TENSE_RELEASE,
  THREE_PART,
} from './quiet.js';
import { BHRAMARI, SHEETALI, SHEETALI_FLAT, SITKARI } from './soft.js';
import { BHASTRIKA, EVEN_RAPID, KAPALABHATI } from './strokes.js';
import { textsInLanguage } from '../../language.js';

/** In the order in which a session goes. */
const ENTRIES = [
  BREATH_WATCHING,
  SLOW_EVEN,
  NATURAL_BREATH,
  THREE_PART,
  TENSE_RELEASE,
  UJJAYI,
  VILOMA_INHALE,
  VILOMA_EXHALE,
  KAPALABHATI,
  BHASTRIKA,
  EVEN_RAPID,
  SAMA_VRITTI,
  NADI_SHODHANA,
  CHANDRA_BHEDANA,
  SURYA_BHEDANA,
  BHRAMARI,
  SHEETALI,
  SITKARI,
  SHEETALI_FLAT,
  LEFT_RESTING,
  CLOSING_STILLNESS,
] as const;

export type TechniqueId = (typeof ENTRIES)[number]['id'];

/** Every technique, in the order in which a session goes: data, never branches in the code. */
export const TECHNIQUES: readonly (Technique & { readonly id: TechniqueId })[] = textsInLanguage(
  ENTRIES,
  ...['names', 'opening', 'startsWith', 'growsTo', 'teaching', 'feel', 'sign', 'cause', 'correction'],
  ...['normal', 'cautions'],
);

export const TECHNIQUE_IDS: readonly TechniqueId[] = TECHNIQUES.map(({ id }) => id);

const byId = new Map<string, Technique & { readonly id: TechniqueId }>(
  TECHNIQUES.map((entry) => [entry.id, entry]),
);

/** The technique with this id. @throws Error for an id that is not in {@link TECHNIQUES}. */
export function techniqueOf(id: TechniqueId): Technique & { readonly id: TechniqueId } {
  const entry = byId.get(id);
  if (!entry) throw new Error(`no such technique: ${id}`);
  return entry;
}

export const isTechniqueId = (id: string): id is TechniqueId => byId.has(id);
