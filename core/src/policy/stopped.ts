import { techniqueOf, type TechniqueId } from '../technique/index.js';

/** A sitting with a sign, as far as it is asked in what the sign came. */
export interface SittingWithSign {
  readonly outcome: 'finished' | 'stopped';
  /** In the order in which they were practised, and whether anything of them was done. */
  readonly passages: readonly { readonly technique: TechniqueId; readonly begun: boolean }[];
  /** Techniques in which its signs were noted while it was led; left out, or none, where that is not known. */
  readonly signedIn?: readonly TechniqueId[];
}

/**
 * The techniques in which a sign may have come: those in which it was noted; else of a sitting that was stopped the last one that was begun; of one that was
 * told whole every one, because nobody knows. Natural breathing is never among them. Domain 9, stop sign today.
 */
export function techniquesOfSign({
  outcome,
  passages,
  signedIn = [],
}: SittingWithSign): readonly TechniqueId[] {
  const begun = passages.filter((passage) => passage.begun);
  const meant =
    outcome === 'stopped' ? (begun.length > 0 ? begun.slice(-1) : passages.slice(0, 1)) : passages;
  const techniques = signedIn.length > 0 ? signedIn : meant.map(({ technique }) => technique);
  return [...new Set(techniques)].filter((technique) => techniqueOf(technique).pattern.kind !== 'natural');
}

/** Routes that always go in through the same side, among those of some techniques. */
export const entriesAmong = (
  techniques: readonly TechniqueId[],
): readonly ('left-entry' | 'right-entry')[] => {
  const routes = techniques.map((technique) => {
    const { pattern } = techniqueOf(technique);
    return pattern.kind === 'counted' ? pattern.routes[0] : null;
  });
  return (['left-entry', 'right-entry'] as const).filter((entry) => routes.includes(entry));
};
