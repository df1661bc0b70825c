import { checkOrder } from '../ordering/index.js';
import { LEVELS, screenCase } from '../screening/index.js';
import { techniqueOf, TECHNIQUES, type TechniqueId } from '../technique/index.js';
import { compileSession } from '../timeline/index.js';
import { HELD_CASES } from './held-cases.js';
import { alternativesTo, composeSessions, whyNot, type ComposeRequest, type Proposal } from './index.js';

const composed = (request: ComposeRequest): readonly Proposal[] => {
  const answer = composeSessions(request);
  return answer.ok ? answer.value : [];
};
const techniques = ({ session }: Proposal): TechniqueId[] =>
  session.passages.map(({ technique }) => technique);

/** What speaks against leading a proposal, by any rule of screening or ordering; and how its time is used. */
function judged(request: ComposeRequest, { session }: Proposal): { strict: unknown[]; left: number } {
  const timeline = compileSession(session, { hand: request.hand }, request.profile);
  const all = [
    ...screenCase({ ...request, session }),
    ...checkOrder(session, request.record, request.profile),
  ];
  return {
    strict: all.filter(({ level }) => LEVELS.indexOf(level) < LEVELS.indexOf('care')),
    left: request.minutes * 60 - timeline.total / 1000,
  };
}

describe('swapping a passage of a proposal', () => {
  for (const { name, request } of HELD_CASES) {
    it(`keeps every rule, the other passages and the time: ${name}`, () => {
      const [proposal] = composed(request);
      if (!proposal) return fail('nothing was composed');
      const swaps = proposal.session.passages.flatMap(({ id }) => alternativesTo(request, proposal, id));
      for (const swap of swaps) {
        const { strict, left } = judged(request, swap.proposal);
        expect(strict).withContext(swap.technique).toEqual([]);
        expect(left).toBeGreaterThanOrEqual(-0.001);
        expect(left).toBeLessThan(20);
        expect(techniques(swap.proposal)).toEqual(
          techniques(proposal).map((one) => (one === swap.inPlaceOf ? swap.technique : one)),
        );
        expect(techniqueOf(swap.technique).slot).toBe(techniqueOf(swap.inPlaceOf).slot);
      }
    });
  }

  const [{ request }] = HELD_CASES as unknown as [{ request: ComposeRequest }];
  const [proposal] = composed(request) as [Proposal];
  const swaps = proposal.session.passages.flatMap(({ id }) => alternativesTo(request, proposal, id));

  it('names the price: what the goal, the time and the holds change by; the dearest for the goal last', () => {
    for (const { id } of proposal.session.passages) {
      const prices = alternativesTo(request, proposal, id).map(({ goalFit }) => goalFit);
      expect(prices).toEqual(prices.toSorted((a, b) => b - a));
    }
    expect(swaps.length).toBeGreaterThan(3);
    for (const swap of swaps) {
      const [before, after] = [proposal.numbers, swap.proposal.numbers];
      expect(swap.goalFit).toBeCloseTo(after.goalFit - before.goalFit, 9);
      expect(swap.held).toBe(after.held - before.held);
      expect(after.seconds).toBeCloseTo(before.seconds, -1.5);
    }
  });

  it('can be swapped back, and says why for what stands there now and what no longer does', () => {
    for (const swap of swaps) {
      const back = alternativesTo(request, swap.proposal, swap.technique).map(({ technique }) => technique);
      expect(back).toContain(swap.inPlaceOf);
      expect(swap.proposal.why.get(swap.technique)?.length).toBeGreaterThan(10);
      expect(swap.proposal.why.has(swap.inPlaceOf)).toBeFalse();
      expect(swap.proposal.leftOut.map(({ technique }) => technique)).toContain(swap.inPlaceOf);
      expect(swap.proposal.leftOut.map(({ technique }) => technique)).not.toContain(swap.technique);
    }
  });

  it('has nothing to put in place of stillness at the end, nor of a passage that is not there', () => {
    for (const id of [proposal.session.passages.at(-1)?.id ?? '', 'nowhere'])
      expect(alternativesTo(request, proposal, id)).toEqual([]);
  });
});

describe('why not a technique', () => {
  const [{ request }] = HELD_CASES as unknown as [{ request: ComposeRequest }];
  const [proposal] = composed(request) as [Proposal];
  const reasonOf = (technique: TechniqueId, of = request): string => {
    const answer = whyNot(of, proposal, technique);
    return answer.kind === 'not' ? answer.reason : answer.kind;
  };

  const answers = TECHNIQUES.map(({ id }) => ({ id, answer: whyNot(request, proposal, id) }));

  it('is answered for every technique', () => {
    for (const { id, answer } of answers) {
      const inIt = techniques(proposal).includes(id);
      expect(answer.kind === 'in-it')
        .withContext(id)
        .toBe(inIt);
      if (answer.kind === 'not') expect(answer.reason.length).toBeGreaterThan(10);
      if (answer.kind !== 'swap') continue;
      expect(judged(request, answer.swap.proposal).strict).withContext(id).toEqual([]);
      expect(techniques(answer.swap.proposal)).toContain(id);
    }
  });

  const cases: readonly {
    readonly technique: TechniqueId;
    readonly of: Partial<ComposeRequest['student']>;
    readonly says: string;
  }[] = [
    { technique: 'sheetali', of: { tongueRolls: false }, says: 'This tongue does not roll.' },
    { technique: 'sheetali', of: { tongueRolls: null }, says: 'Whether the tongue rolls was not asked.' },
    {
      technique: 'natural-breath',
      of: {},
      says: 'It is rest: it stands between passages and at the end, and serves no goal by itself.',
    },
  ];
  for (const { technique, of, says } of cases)
    it(`says of ${technique}: ${says}`, () =>
      expect(reasonOf(technique, { ...request, student: { ...request.student, ...of } })).toBe(says));

  it('says in place of which it would cost least', () => {
    const swaps = answers.flatMap(({ answer }) => (answer.kind === 'swap' ? [answer.swap] : []));
    expect(swaps.length).toBeGreaterThan(2);
    for (const { technique, goalFit } of swaps) {
      const { slot } = techniqueOf(technique);
      const same = proposal.session.passages.filter((one) => techniqueOf(one.technique).slot === slot);
      for (const { id } of same)
        for (const other of alternativesTo(request, proposal, id))
          if (other.technique === technique) expect(goalFit).toBeGreaterThanOrEqual(other.goalFit);
    }
  });
});
