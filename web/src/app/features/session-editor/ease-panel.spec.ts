import { countsOf, DEFAULT_CONVENTIONS, newPassage, type Passage, type Sustainable } from '@nuvrah/core';
import { configure, countedOf, session, student, withCounted } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { EasePanel } from './ease-panel';

const HAS = { inhale: 6, internalHold: 14, exhale: 11, externalHold: null } as unknown as Sustainable;

describe('easier', () => {
  beforeEach(() => configure());

  const show = (passage: Passage, sustainable: Sustainable | null = HAS): Shown<EasePanel> =>
    new Shown(EasePanel, {
      passage,
      sustainable,
      conventions: DEFAULT_CONVENTIONS,
      student,
      naming: 'english',
    });
  const held = countedOf(
    withCounted(
      { ratio: { inhale: 1, internalHold: 4, exhale: 2, externalHold: 0 }, base: 3 as never },
      session,
    ),
  );

  it('offers one count less, no holds and the simpler form; halving would leave no base, so it drops the holds', () => {
    const panel = show(held);
    const buttons = [...panel.page.querySelectorAll('.ways button')].map((one) => one.textContent.trim());
    expect(buttons).toEqual([
      'One count less: in 2 · hold 8 · out 4',
      'Drop the holds: in 3 · out 6',
      'Simpler form: Slow even breathing',
    ]);
  });

  it('says what fails first on a bad day, with the eased numbers ready', () => {
    const panel = show(held);
    expect(panel.text('p')).toContain(
      'with 20 % less capacity: the internal hold fails first, 12 s of 11.2 s.',
    );
    const eased: Passage[] = [];
    panel.fixture.componentInstance.edit.subscribe((passage) => eased.push(passage));
    panel.press('Eased: in 2 · hold 8 · out 4');
    expect(eased.map((one) => one.kind === 'counted' && Number(countsOf(one).inhale))).toEqual([2]);
  });

  it('says so where a bad day changes nothing, and nothing where nothing was measured', () => {
    const easy = countedOf(withCounted({ base: 3 as never }, session));
    expect(show(easy).text('p')).toContain('still within reach');
    expect(show(easy, null).text('p')).toBe('');
  });

  it('eases strokes by number and rate', () => {
    expect(show(newPassage('kapalabhati', 'k')).text('.ways')).toContain('11 strokes at 40 a minute');
  });
});
