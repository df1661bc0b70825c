import { conventions, counted, passageOf, sessionOf, stillness } from '../testing.js';
import type { Passage } from '../session/index.js';
import { seconds } from '../units/index.js';
import { armSupport, askedThroughout, compileSession, type EventKind, type Timeline } from './index.js';

const compiled = (...passages: readonly Passage[]): Timeline =>
  compileSession(sessionOf(...passages), { hand: 'right' }, conventions());
const asked = ({ events }: Timeline, kind: EventKind): readonly string[] =>
  events.find((event) => event.kind === kind)?.asked.map(({ text }) => text) ?? [];

describe('what is asked in the room', () => {
  it('coming up from lying: roll to the side, wait, sit up, then how one sits', () => {
    const lying = { ...stillness(30), seat: 'lying' as const };
    const rows = asked(compiled(lying, { ...counted('1:1', 4), seat: 'chair' }), 'seatChange');
    expect(rows.slice(0, 2)).toEqual([
      'Roll to one side, wait a breath there, then sit up.',
      'Both feet flat, away from the backrest.',
    ]);
    expect(rows).toContain('eyes closed, resting');
  });

  it('the hand goes up with its fingers, or to the ears in the form that is meant', () => {
    expect(asked(compiled({ ...counted('1:1', 4), route: 'alternating' }), 'handUp')).toEqual([
      'thumb closes right, ring and little close left',
    ]);
    const hum = passageOf('bhramari', 'counted', {});
    const ears = { ...hum, modifiers: { ...hum.modifiers, ears: 'on-the-head' as const } };
    expect(asked(compiled(ears), 'handUp')).toEqual([
      'ears closed, fingers resting on the head',
      'Let the hands settle there',
    ]);
  });

  it('the whole body is tensed in the hold, and lets go', () => {
    const timeline = compiled(passageOf('tense-release', 'counted', {}));
    expect(asked(timeline, 'internalHold')).toContain('Tense the whole body');
    expect(asked(timeline, 'letGo')).toEqual(['Let everything go']);
    const always = timeline.events.flatMap((event) => event.asked.filter((one) => one.always));
    expect(always.length).toBeGreaterThan(1);
  });

  it('the syllable is silent in the hold where there is one, else with the breath', () => {
    const modifiers = { ...counted('1:1', 4).modifiers, syllable: 'so' };
    const held = compiled({ ...counted('1:2:2', 4), modifiers });
    expect(asked(held, 'internalHold')).toEqual(['Silently: so']);
    expect(asked(held, 'exhale')).toEqual([]);
    expect(asked(compiled({ ...counted('1:1', 4, { route: 'both' }), modifiers }), 'exhale')).toEqual([
      'Silently: so',
    ]);
  });

  it('a hum in and out is high and low', () => {
    const hum = passageOf('bhramari', 'counted', {});
    const both = compiled({ ...hum, modifiers: { ...hum.modifiers, hum: 'both', ears: null } });
    expect(asked(both, 'inhale')).toEqual(['A high hum']);
    expect(asked(both, 'exhale')).toEqual(['A low hum']);
  });

  it('the arm is supported once it has been up for three minutes, once, and again after a rest', () => {
    const long = { ...counted('1:2', 6), route: 'alternating' as const, cycles: 30 };
    const timeline = compiled(long, { ...stillness(60), id: 'r' }, { ...long, id: 'z' });
    const at = [...armSupport(timeline)].map((index) => timeline.events[index]);
    expect(at.map((event) => event?.passage)).toEqual([0, 2]);
    expect(at.every((event) => event?.kind === 'inhale')).toBe(true);
    const [first] = at;
    expect(first?.from).toBeGreaterThanOrEqual(180_000);
    expect(first?.from).toBeLessThan(180_000 + 2 * 18_000 + 10_000);
    expect(armSupport(compiled({ ...long, cycles: 4 })).size).toBe(0);
  });

  it('tells throughout what is done with seat, hands, eyes, tongue and head', () => {
    const { modifiers } = counted('1:1', 4);
    const passage = {
      ...counted('1:1', 4),
      route: 'alternating' as const,
      seat: 'chair' as const,
      modifiers: { ...modifiers, tongue: 'palate' as const, head: 'chin-tuck' as const },
    };
    expect(askedThroughout(passage, 'right', conventions())).toEqual([
      'chair',
      'right hand, two fingers folded to the palm',
      'thumb and index joined, palm up',
      'eyes closed, resting',
      'Tongue: tip behind the upper teeth',
      'The chin a little tucked',
    ]);
    expect(askedThroughout({ ...stillness(30), length: seconds(30) }, 'right', conventions()).length).toBe(3);
  });
});
