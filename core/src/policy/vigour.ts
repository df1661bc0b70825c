import { techniqueOf, type TechniqueId } from '../technique/index.js';

/** Strokes and tensing stir up. Domain 10. */
export const isVigorous = (technique: TechniqueId): boolean => {
  const { pattern, features } = techniqueOf(technique);
  return pattern.kind === 'strokes' || features.includes('forceful') || features.includes('tension');
};
