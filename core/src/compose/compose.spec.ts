import { unmeasured } from '../capacity/index.js';
import { newPassage, type Passage } from '../session/index.js';
import { checkOrder } from '../ordering/index.js';
import { countsOf } from '../ratio/index.js';
import { LEVELS, rescreener, screenCase } from '../screening/index.js';
import { compileSession } from '../timeline/index.js';
import { type TechniqueId, techniqueOf } from '../technique/index.js';
import { counts, momentFromText } from '../units/index.js';
import { HELD_CASES } from './held-cases.js';
import {
  composeSessions,
  dayPartAt,
  draftOf,
  optionsFor,
  passageWith,
  searchPlan,
  type ComposeRequest,
  type DayPart,
  type Proposal,
} from './index.js';
import { exhaustivePlan, greedyPlan } from './reference.js';
import { smallestRelaxation } from './relax.js';
import { planValue } from './search.js';

const composed = (request: ComposeRequest): readonly Proposal[] => {
  const answer = composeSessions(request);
  if (!answer.ok) throw new Error(answer.problem.message);
  return answer.value;
};
const [first] = HELD_CASES;
const REQUEST = first?.request as ComposeRequest;
const techniques = ({ session }: Proposal): TechniqueId[] =>
  session.passages.map(({ technique }) => technique);

describe('composing', () => {
  for (const { name, request } of HELD_CASES) {
    it(`answers well: ${name}`, () => {
      const proposals = composed(request);
      expect(proposals.length).toBeGreaterThan(1);
      expect(new Set(proposals.map((one) => techniques(one).join())).size).toBe(proposals.length);
      for (const { session, numbers, why, title } of proposals) {
        const timeline = compileSession(session, { hand: request.hand }, request.profile);
        const levels = [
          ...screenCase({ ...request, session }).map(({ level, rule }) => ({ level, rule })),
          ...checkOrder(session, request.record, request.profile),
        ];
        const strict = levels.filter(({ level }) => LEVELS.indexOf(level) < LEVELS.indexOf('care'));
        expect(strict).withContext(String(title)).toEqual([]);
        // Never longer than there is; what is missing is less than a round of the shortest passage.
        const left = request.minutes * 60 - timeline.total / 1000;
        expect(left).toBeGreaterThanOrEqual(-0.001);
        expect(left).toBeLessThan(20);
        expect(numbers.ofCapacity ?? 0).toBeLessThanOrEqual(1 + 1e-9);
        for (const { id } of session.passages) expect((why.get(id) ?? '').length).toBeGreaterThan(10);
      }
    });
  }

  it('knows how long so many rounds of a technique take, without measuring each', () => {
    for (const { request } of HELD_CASES) {
      for (const { passage, from, lengths } of optionsFor(request, 'goal').options) {
        const again = rescreener({ ...request, session: draftOf(request, [passage]) });
        const measured = lengths.map((_, index) =>
          again.lengthOf(passageWith(request, passage, from + index)),
        );
        const moves = (lengths[0] ?? 0) - (measured[0] ?? 0);
        for (const [index, length] of lengths.entries())
          expect(Math.abs(length - moves - (measured[index] ?? 0)))
            .withContext(passage.id)
            .toBeLessThan(1);
      }
    }
  });

  it('gives three that differ, and the same three again', () => {
    const [once, again] = [composed(REQUEST), composed(REQUEST)];
    expect(once.length).toBe(3);
    expect(again).toEqual(once);
  });

  it('gives three where nobody asked about seats or capacity', () => {
    for (const minutes of [5, 10, 20, 45])
      expect(
        composed({
          ...REQUEST,
          minutes,
          student: { ...REQUEST.student, seats: [], capacity: unmeasured(REQUEST.student.age) },
        }).length,
      ).toBe(3);
  });

  it('explains every technique that is not in it', () => {
    for (const proposal of composed(REQUEST)) {
      const named = new Set([...techniques(proposal), ...proposal.leftOut.map(({ technique }) => technique)]);
      expect(named.size).toBeGreaterThan(15);
      for (const { reason } of proposal.leftOut) expect(reason.length).toBeGreaterThan(10);
    }
  });

  it('goes on with the numbers of the last time', () => {
    const now: Passage = { ...newPassage('nadi-shodhana', 'x'), base: counts(7) } as Passage;
    const [, carried] = composed({ ...REQUEST, current: { 'nadi-shodhana': now } });
    const passage = carried?.session.passages.find(({ technique }) => technique === 'nadi-shodhana');
    expect(carried?.kind).toBe('carry-on');
    expect(passage?.kind === 'counted' && countsOf(passage).inhale).toBe(counts(7));
    expect(carried?.why.get('nadi-shodhana')).toContain('goes on with the numbers of the last time');
  });

  it('takes no hold that was not prepared, and none at all in a gentle one', () => {
    const all = composed({ ...REQUEST, record: { ...REQUEST.record, withoutHold: [] } });
    for (const { numbers, session } of all)
      if (!techniques({ session } as Proposal).includes('tense-release'))
        expect(numbers.held).toBe(0 as never);
    expect(composed(REQUEST).at(-1)?.numbers.held).toBe(0 as never);
  });

  it('shapes what is begun anew by the goal: exhale-led for calm and sleep, never longer out than in for a steadier mood', () => {
    const grown = {
      ...REQUEST,
      current: {},
      student: { ...REQUEST.student, seats: ['chair', 'lying'] as const },
    };
    const passages = (goals: ComposeRequest['goals']) =>
      composed({ ...grown, goals }).flatMap(({ session }) => session.passages);
    const exhales = (goals: ComposeRequest['goals'], technique: TechniqueId): number[] =>
      passages(goals).flatMap((one) =>
        one.kind === 'counted' && one.technique === technique
          ? [countsOf(one).exhale / countsOf(one).inhale]
          : [],
      );
    for (const [goal, technique] of [
      ['calm', 'slow-even'],
      ['calm', 'nadi-shodhana'],
      ['sleep', 'nadi-shodhana'],
      ['sleep', 'slow-even'],
    ] as const)
      for (const share of exhales([goal], technique))
        expect(share > 1)
          .withContext(`${String(goal)} ${String(technique)}`)
          .toBeTrue();
    for (const technique of ['slow-even', 'nadi-shodhana', 'ujjayi', 'three-part'] as const)
      for (const share of exhales(['mood'], technique)) expect(share).toBeLessThanOrEqual(1);
    const lying = passages(['sleep']).filter(({ technique }) =>
      techniqueOf(technique).seats.includes('lying'),
    );
    expect(lying.length).toBeGreaterThan(0);
    for (const { seat } of lying) expect(seat).toBe('lying');
  });

  it('settles agitation: tense and release early, then exhale-led, and nothing that stirs up', () => {
    const all = composed({ ...REQUEST, goals: ['agitation'], current: {}, minutes: 30 });
    const [closest] = all;
    const order = closest ? techniques(closest) : [];
    expect(order).toContain('tense-release');
    expect(order.indexOf('tense-release')).toBeLessThan(2);
    for (const proposal of all)
      for (const passage of proposal.session.passages) {
        expect(passage.kind).not.toBe('strokes');
        if (passage.kind === 'counted' && !['tense-release', 'viloma-exhale'].includes(passage.technique))
          expect(countsOf(passage).exhale > countsOf(passage).inhale)
            .withContext(String(passage.technique))
            .toBeTrue();
      }
  });

  it('knows the time of day: nothing vigorous in the evening, and what serves earlier is said', () => {
    const at = (dayPart?: DayPart) =>
      composed({ ...REQUEST, goals: ['energise'], minutes: 45, ...(dayPart && { dayPart }) });
    const strokes = (proposals: readonly Proposal[]): boolean =>
      proposals.some(({ session }) => session.passages.some(({ kind }) => kind === 'strokes'));
    expect(strokes(at())).toBeTrue();
    expect(strokes(at('morning'))).toBeTrue();
    expect(strokes(at('evening'))).toBeFalse();
    expect(at('morning')[0]?.order).not.toContain('earlier in the day');
    expect(at('evening')[0]?.order).toContain('For energy, earlier in the day serves better.');
    expect(at('evening')[0]?.leftOut.find(({ technique }) => technique === 'kapalabhati')?.reason).toContain(
      'it is evening',
    );
    expect(composed({ ...REQUEST, dayPart: 'evening' })[0]?.order).not.toContain('earlier in the day');
  });

  for (const [clock, part] of [
    ['03:59', 'evening'],
    ['04:00', 'morning'],
    ['10:59', 'morning'],
    ['11:00', 'daytime'],
    ['16:59', 'daytime'],
    ['17:00', 'evening'],
  ] as const)
    it(`calls ${clock} in the student's zone ${part}`, () => {
      const moment = momentFromText(`2026-11-27T${clock}:00+02:00`);
      expect(dayPartAt(moment, 'Africa/Johannesburg')).toBe(part);
    });

  const bad: readonly [string, Partial<ComposeRequest>, string][] = [
    ['no minutes', { minutes: 0 }, 'minutes'],
    ['ten hours', { minutes: 600 }, 'minutes'],
    ['minutes that are none', { minutes: Number.NaN }, 'minutes'],
    ['no goal', { goals: [] }, 'no-goal'],
    ['agitation and energy', { goals: ['agitation', 'energise'] }, 'opposite-goals'],
    ['sleep and energy', { goals: ['sleep', 'energise'] }, 'opposite-goals'],
    ['somebody who drives', { student: { ...REQUEST.student, facts: ['not-still'] } }, 'nothing-fits'],
  ];
  for (const [name, change, code] of bad)
    it(`has a sensible answer to ${name}`, () => {
      const answer = composeSessions({ ...REQUEST, ...change });
      if (answer.ok) return fail('should not be composed');
      expect(answer.problem.code).toBe(code as 'minutes');
      expect(answer.problem.message.length).toBeGreaterThan(10);
      if (answer.problem.code === 'nothing-fits') expect(answer.problem.relax.length).toBeGreaterThan(0);
    });

  it('names the smallest set of constraints to relax, and nothing that would not help', () => {
    const relaxOf = (change: Partial<ComposeRequest>): readonly string[] => {
      const answer = composeSessions({ ...REQUEST, ...change });
      return !answer.ok && answer.problem.code === 'nothing-fits' ? answer.problem.relax : [];
    };
    const facts = (...some: typeof REQUEST.student.facts) => ({
      student: { ...REQUEST.student, facts: some },
    });
    const still = relaxOf(facts('not-still', 'asthma'));
    expect(still.length).toBe(1);
    expect(still[0]).toContain('Another time: today');
    const both = { ...REQUEST, ...facts('not-still', 'asthma', 'knees') };
    const without = ({ student }: ComposeRequest): boolean =>
      !student.facts.includes('not-still') && !student.facts.includes('knees');
    expect(smallestRelaxation(both, without).length).toBe(2);
    // What cannot be relaxed is said as it is.
    expect(smallestRelaxation(both, () => false).join()).toContain('Never while driving');
  });

  it('says how far it is, never going back', () => {
    const told: number[] = [];
    composeSessions(REQUEST, (done) => told.push(done));
    expect(told.length).toBeGreaterThan(60);
    expect(told).toEqual([...told].sort((a, b) => a - b));
    expect(told[0]).toBe(0);
    expect(told.at(-1)).toBe(1);
  });

  it('gives stillness to whom nothing else is permitted', () => {
    const [only] = composed({ ...REQUEST, minutes: 5, techniques: [] });
    expect(only && techniques(only)).toEqual(['closing-stillness']);
  });
});

describe('the search', () => {
  it('is never worse than filling slot by slot', () => {
    for (const { name, request } of HELD_CASES) {
      const { options } = optionsFor(request, 'goal');
      const whole = request.minutes * 60;
      const greedy = greedyPlan(options, 'goal', whole - 60, whole);
      const found = searchPlan(options, 'goal', whole - 60, whole, 0);
      expect((found?.value ?? 0) + 1e-9 >= planValue(greedy, 'goal'))
        .withContext(String(name))
        .toBeTrue();
    }
  });

  it('finds what trying everything finds', () => {
    const small: readonly (readonly [TechniqueId[], number])[] = [
      [['slow-even', 'nadi-shodhana'], 5],
      [['slow-even', 'bhramari', 'ujjayi'], 5],
      [['three-part', 'kapalabhati', 'bhramari'], 6],
      [['kapalabhati', 'bhastrika', 'even-rapid'], 12],
      [['nadi-shodhana', 'sama-vritti', 'chandra-bhedana'], 7],
      [['surya-bhedana', 'chandra-bhedana'], 8],
      [['ujjayi', 'viloma-inhale', 'viloma-exhale'], 5],
      [['breath-watching', 'slow-even', 'three-part'], 6],
      [['sheetali', 'bhramari', 'left-resting'], 6],
      [['breath-watching', 'ujjayi', 'kapalabhati', 'bhramari'], 6],
    ];
    for (const [allowed, minutes] of small) {
      const request = { ...REQUEST, minutes, techniques: allowed };
      const { options } = optionsFor(request, 'varied');
      const [most, whole, least] = [minutes * 60 - 30, minutes * 60, minutes * 60 - 90];
      const best = exhaustivePlan(options, 'varied', most, whole, least);
      const found = searchPlan(options, 'varied', most, whole, least);
      if (best === -Infinity) continue;
      expect(found?.value.toFixed(6)).withContext(String(allowed.join())).toEqual(best.toFixed(6));
      expect(found && planValue(found.choices, 'varied').toFixed(6)).toBe(best.toFixed(6));
    }
  });
});
