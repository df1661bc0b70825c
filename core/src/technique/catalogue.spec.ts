import { Ajv } from 'ajv';
import fc from 'fast-check';
import { techniqueSchema } from '../formats/index.js';
import { conventions, anyConventions, sessionOf } from '../testing.js';
import { checkSession, newPassage, ratioFromShort, type Passage } from '../session/index.js';
import { compileSession, type Timeline } from '../timeline/index.js';
import { counts, seconds } from '../units/index.js';
import {
  answersTo,
  foldSpelling,
  TECHNIQUE_IDS,
  TECHNIQUES,
  techniqueOf,
  type Range,
  type TechniqueId,
} from './index.js';

/** Both ends of a range and its middle. */
const samples = ({ from, to }: Range): number[] => [from, Math.round((from + to) / 2), to];

/** Passages over the whole range of a technique: every route, ratio and mouth form at both ends and in the middle. */
function passagesOver(id: TechniqueId): Passage[] {
  const { pattern } = techniqueOf(id);
  const passage = newPassage(id, id);
  if (pattern.kind === 'natural' && passage.kind === 'natural')
    return samples(pattern.length).map((length) => ({ ...passage, length: seconds(length) }));
  if (pattern.kind === 'strokes' && passage.kind === 'strokes')
    return samples(pattern.strokes).flatMap((strokes) =>
      samples(pattern.rate).flatMap((rate) =>
        samples(pattern.sets).map((sets) => ({ ...passage, strokes, rate, sets })),
      ),
    );
  if (pattern.kind !== 'counted' || passage.kind !== 'counted') throw new Error(id);
  return pattern.routes.flatMap((route) =>
    pattern.ratios.flatMap((ratio) =>
      pattern.inhaleThrough.flatMap((inhaleThrough) =>
        samples(pattern.base).map((base) => ({
          ...passage,
          route,
          inhaleThrough,
          ratio: ratioFromShort(ratio),
          base: counts(base),
          // Parts are as long as the breath they belong to.
          parts: { inhale: fit(passage.parts.inhale), exhale: fit(passage.parts.exhale) },
          cycles: Math.min(pattern.cycles.to, 6),
        })),
      ),
    ),
  );
}
const fit = <T extends { readonly lengths: readonly number[] } | null>(parts: T): T =>
  (parts && { ...parts, lengths: parts.lengths.map(() => counts(0.5)) }) as T;

function expectWhole({ events, total }: Timeline): void {
  expect(events[0]?.from).toEqual(0 as never);
  events.forEach((event, index) => {
    expect(event.to).toBeGreaterThan(event.from);
    expect(event.index).toBe(index);
    if (index > 0) expect(event.from).toBe(events[index - 1]?.to as never);
  });
  expect(events.at(-1)?.to).toBe(total);
}

const valid = new Ajv({ allErrors: true }).compile(techniqueSchema);

describe('the catalogue', () => {
  it('has every technique that the work knows, each id once', () => {
    expect(new Set(TECHNIQUE_IDS).size).toBe(TECHNIQUE_IDS.length);
    expect(TECHNIQUE_IDS.length).toBeGreaterThanOrEqual(21);
  });

  it('has a schema, which an entry that says too little or too much does not pass', () => {
    const [first] = TECHNIQUES;
    expect(valid(first)).toBeTrue();
    expect(valid({ ...first, watch: [] })).toBeFalse();
    expect(valid({ ...first, seats: ['hammock'] })).toBeFalse();
    expect(valid({ ...first, power: 9 })).toBeFalse();
  });

  for (const technique of TECHNIQUES) {
    describe(technique.names.english, () => {
      it('compiles over its whole range without a problem, a gap or an overlap', () => {
        for (const passage of passagesOver(technique.id)) {
          const session = sessionOf(passage);
          expect(checkSession(session, conventions())).toEqual([]);
          expectWhole(compileSession(session, { hand: 'right' }, conventions()));
        }
      });

      it('keeps the invariants under every convention and for both hands (property)', () => {
        const start = newPassage(technique.id, technique.id);
        fc.assert(
          fc.property(anyConventions, fc.constantFrom('left' as const, 'right' as const), (profile, hand) => {
            const timeline = compileSession(sessionOf(start), { hand }, profile);
            expectWhole(timeline);
            expect(JSON.stringify(compileSession(sessionOf(start), { hand }, profile))).toBe(
              JSON.stringify(timeline),
            );
          }),
          { numRuns: 15 },
        );
      });

      it('passes the schema of an entry', () => {
        valid(technique);
        expect(valid.errors ?? []).toEqual([]);
      });

      it('is described: how it begins and grows, what to watch for, what is normal, and a simpler form that exists', () => {
        expect(Object.values(technique.names).every((name) => name.length > 3)).toBeTrue();
        for (const text of [technique.opening, technique.startsWith, technique.growsTo, technique.feel])
          expect(text.length).toBeGreaterThan(3);
        for (const list of [
          technique.teaching,
          technique.watch,
          technique.normal,
          technique.aliases,
          technique.effects,
        ])
          expect(list.length).toBeGreaterThan(0);
        if (technique.simpler !== null)
          expect(TECHNIQUE_IDS as readonly string[]).toContain(technique.simpler);
      });
    });
  }

  it('leads by simpler forms to something that has none simpler, without a circle', () => {
    for (const { id } of TECHNIQUES) {
      const seen = new Set<string>();
      for (let at: string | null = id; at !== null; at = techniqueOf(at as TechniqueId).simpler) {
        expect(seen.has(at)).withContext(`circle at ${at}`).toBeFalse();
        seen.add(at);
      }
    }
  });
});

describe('spellings', () => {
  it('meet whatever the transliteration', () => {
    const same = [
      ['Nāḍī śodhana', 'nadi shodhan', 'Nadi Sodhana'],
      ['Kapālabhāti', 'kapalbhati', 'kapaala bhati'],
      ['Śītalī', 'sheetali', 'shitali', 'sitali'],
      ['Ujjāyī', 'ujai', 'ujjayi'],
      ['Viloma 1', 'wiloma 1'],
    ];
    for (const [first = '', ...others] of same)
      for (const other of others)
        expect(TECHNIQUES.filter((entry) => answersTo(entry, other)).map(({ id }) => id))
          .withContext(other)
          .toEqual(
            jasmine.arrayContaining(
              TECHNIQUES.filter((entry) => answersTo(entry, first)).map(({ id }) => id),
            ),
          );
  });

  it('fold to nothing only for nothing, and find nothing for nonsense', () => {
    expect(foldSpelling('')).toBe('');
    expect(foldSpelling('Bhrāmarī')).toBe('bramari');
    expect(TECHNIQUES.some((entry) => answersTo(entry, 'xyzzy'))).toBeFalse();
  });
});
