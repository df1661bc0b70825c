import { API_ROOT, type Ladder, type Sitting } from '@nuvrah/contract';
import { DEFAULT_CONVENTIONS, recordOfRounds } from '@nuvrah/core';
import { configure, session, sittingOf, student } from '../../testing/fixtures';
import { ladder } from '../../testing/ladders';
import { Shown } from '../../testing/shown';
import { LeadNext } from './lead-next';

const setup = { session, student: { hand: 'right' as const }, conventions: DEFAULT_CONVENTIONS };
const done: Sitting = { ...sittingOf(), record: recordOfRounds(setup, [8, 8]) as never };

describe('what comes next after a sitting', () => {
  const show = (sitting: Sitting, ladders: readonly Ladder[]): Shown<LeadNext> => {
    const http = configure();
    const next = new Shown(LeadNext, { sitting, student });
    for (const request of http.match(({ url }) => url.startsWith(`${API_ROOT}/ladders`)))
      request.flush(ladders);
    next.fixture.detectChanges();
    for (const request of http.match(({ url }) => url.startsWith(`${API_ROOT}/ladders`)))
      request.flush(ladders);
    next.fixture.detectChanges();
    return next;
  };

  it('is the decision on the ladder that was climbed', () =>
    void expect(show(done, [ladder]).text('nv-decision-panel')).toContain('4 of 5 sittings.'));

  // Today is the tenth of March 2026, a Tuesday.
  const days: readonly { readonly weekdays: Ladder['plan']['weekdays']; readonly said: string }[] = [
    { weekdays: [1, 2, 3, 4, 5, 6, 7], said: 'Next practice: 11 Mar 2026.' },
    { weekdays: [1], said: 'Next practice: 16 Mar 2026.' },
  ];
  for (const { weekdays, said } of days)
    it(
      said,
      () =>
        void expect(show(done, [{ ...ladder, plan: { ...ladder.plan, weekdays } }]).text()).toContain(said),
    );

  const free: readonly { readonly what: string; readonly ladders: readonly Ladder[] }[] = [
    { what: 'there is none', ladders: [] },
    { what: 'the one of it has ended', ladders: [{ ...ladder, ended: true }] },
  ];
  for (const { what, ladders } of free)
    it(`is a ladder to start where ${what}`, () => {
      const next = show(done, ladders);
      expect(next.page.querySelector('nv-decision-panel')).toBeNull();
      expect(next.text('nv-ladder-start a')).not.toBe('');
    });

  it('is nothing after an emergency sign, at home neither: a clearance comes first', () => {
    const record = { ...done.record, signs: ['chest-pain'] } as never;
    const next = show({ ...done, record }, [ladder]);
    expect(next.text('.notice')).toContain('until a clearance for this sign is on file');
    expect(next.text()).not.toContain('Next practice');
    for (const home of ['Card to take home', 'Private link']) expect(next.text()).not.toContain(home);
  });

  it('offers the ways on once they stay where they are', () => {
    const http = configure();
    const next = new Shown(LeadNext, { sitting: done, student });
    const asked = () => http.match(({ url }) => url.startsWith(`${API_ROOT}/ladders`));
    const first = asked();
    next.fixture.detectChanges();
    expect(next.text('.ways')).toBe('');
    for (const request of [...first, ...asked()]) request.flush([ladder]);
    next.fixture.detectChanges();
    expect(next.text('.ways')).toContain('To the Ledger');
  });

  it('names no day while a ladder is suspended', () => {
    const next = show(done, [{ ...ladder, rule: { step: 'suspend', said: ['A sign.'] } }]);
    expect(next.text()).not.toContain('Next practice');
  });

  it('waits for the server where it does not have the record yet', () => {
    const next = show({ ...done, record: null }, [ladder]);
    expect(next.page.querySelector('nv-decision-panel')).toBeNull();
    expect(next.text('[role=status]')).toBe('What comes next is worked out once the server is back.');
  });
});
