/** How the instructor prefers technique names to be written. */
export type Naming = 'plain' | 'diacritic' | 'english';

export type TechniqueId = 'nadi-shodhana' | 'closing-stillness';

interface TechniqueFacts {
  readonly id: TechniqueId;
  readonly names: Readonly<Record<Naming, string>>;
  /** One line said before the passage begins. */
  readonly opening: string;
}

/** Breaths of counted phases along a route through the nostrils. */
export interface CountedTechnique extends TechniqueFacts {
  readonly pattern: 'counted';
  readonly route: 'alternating';
  /** Whether a hand stays at the face while it is practised. */
  readonly raisedHand: boolean;
}

/** Natural breathing for a time. */
export interface NaturalTechnique extends TechniqueFacts {
  readonly pattern: 'natural';
}

export type Technique = CountedTechnique | NaturalTechnique;

/** The catalogue: techniques are data, never branches in the code. */
export const CATALOGUE: { readonly [K in TechniqueId]: Technique & { readonly id: K } } = {
  'nadi-shodhana': {
    id: 'nadi-shodhana',
    names: { plain: 'Nadi shodhana', diacritic: 'Nāḍī śodhana', english: 'Alternate-nostril breath' },
    pattern: 'counted',
    route: 'alternating',
    raisedHand: true,
    opening: 'Sit tall, shoulders soft, the elbow of the raised hand low, the touch light.',
  },
  'closing-stillness': {
    id: 'closing-stillness',
    names: { plain: 'Stillness', diacritic: 'Stillness', english: 'Stillness' },
    pattern: 'natural',
    opening: 'Hands down. Let the breath go as it likes and notice what has changed.',
  },
};

export const techniqueName = (id: TechniqueId, naming: Naming): string => CATALOGUE[id].names[naming];
