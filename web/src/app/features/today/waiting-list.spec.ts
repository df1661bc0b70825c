import { TestBed } from '@angular/core/testing';
import type { WaitingStudent } from '@nuvrah/contract';
import { day, type WaitingItem } from '@nuvrah/core';
import { LeadKeeper } from '../../shared/playback/lead-keeper';
import { configure, ids, sittingOf } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { WaitingList } from './waiting-list';

const NAMES = ['Ada Reed', 'Bram Holt', 'Cato Reyes', 'Dana Vidal', 'Edda Moss'];
/** So many students of whom the same waits. */
const waiting = (item: WaitingItem, students: number): WaitingStudent[] =>
  NAMES.slice(0, students).map((name) => ({ studentId: name, name, item }) as WaitingStudent);
const sign: WaitingItem = { kind: 'sign', sittingId: ids.sitting, signs: ['dizzy'], day: day('2026-03-09') };
const unfinished: WaitingItem = {
  kind: 'unfinished',
  sittingId: ids.sitting,
  sessionId: ids.session,
  title: 'Evening',
  day: day('2026-03-10'),
};

describe('what waits on Today', () => {
  let list: Shown<WaitingList>;
  const show = (...all: WaitingStudent[]): void => {
    configure();
    list = new Shown(WaitingList, { waiting: all });
  };
  const rows = (): readonly string[] =>
    [...list.page.querySelectorAll('li .said p:first-child')].map(({ textContent }) =>
      textContent.replace(/\s+/g, ' ').trim(),
    );
  const linkOf = (name: string): string | null =>
    list.page.querySelector(`li a[aria-label$="${name}"]`)?.getAttribute('href') ?? null;

  it('says so when it is nothing', () => {
    show();
    expect(list.text()).toBe('Nothing waits.');
  });

  it('is a line each for three students, and one line for four', () => {
    show(...waiting({ kind: 'intake' }, 3));
    expect(rows().length).toBe(3);
    list.set('waiting', waiting({ kind: 'intake' }, 4));
    expect(rows()).toEqual(['4 students have an unfinished intake']);
    expect(list.text()).toContain('Ada Reed, Bram Holt, Cato Reyes, and 1 more');
  });

  it('shows everybody of a line and puts them away again', () => {
    show(...waiting({ kind: 'intake' }, 5));
    const button = () => list.page.querySelector('button') as HTMLButtonElement;
    expect(button().getAttribute('aria-expanded')).toBe('false');
    list.press('Show all');
    expect(rows().length).toBe(6);
    expect(button().getAttribute('aria-expanded')).toBe('true');
    list.press('Show fewer');
    expect(rows().length).toBe(1);
  });

  const eachAlone: readonly WaitingItem[] = [
    sign,
    unfinished,
    { kind: 'suspended', sign: 'chest-pain', day: day('2026-03-08') },
  ];
  for (const item of eachAlone)
    it(`never puts several of the kind "${item.kind}" into one line`, () => {
      show(...waiting(item, 5));
      expect(rows().length).toBe(5);
    });

  it('has what needs most in front, whatever the order in which it comes', () => {
    show(
      ...waiting({ kind: 'capacity', checkedOn: null }, 1),
      ...waiting({ kind: 'intake' }, 1),
      ...waiting(sign, 1),
    );
    expect(rows()[0]).toContain('told of dizzy');
    expect(rows()[1]).toContain('unfinished intake');
    expect(rows()[2]).toContain('no capacity check');
  });

  const ways: readonly (readonly [WaitingItem, string])[] = [
    [sign, `/ledger/${ids.sitting}`],
    [unfinished, `/ledger/${ids.sitting}`],
    [{ kind: 'intake' }, '/students/Ada%20Reed/intake'],
    [{ kind: 'capacity', checkedOn: null }, '/students/Ada%20Reed/capacity'],
    [{ kind: 'suspended', sign: 'chest-pain', day: day('2026-03-08') }, '/students/Ada%20Reed?tab=health'],
    [{ kind: 'away', lastSitting: day('2026-02-01') }, '/students/Ada%20Reed'],
    [
      { kind: 'decision', ladderId: ids.session, step: 'stay', reasons: [], numbers: null },
      `/ladders/${ids.session}`,
    ],
  ];
  for (const [item, link] of ways)
    it(`is one press from where it is done: ${item.kind}`, () => {
      show(...waiting(item, 1));
      expect(linkOf('Ada Reed')).toBe(link);
    });

  it('goes on with a sitting that this browser was leading', () => {
    configure();
    spyOn(TestBed.inject(LeadKeeper), 'kept').and.returnValue({ sitting: sittingOf() } as never);
    list = new Shown(WaitingList, { waiting: waiting(unfinished, 1) });
    expect(linkOf('Ada Reed')).toBe(`/lead/${ids.session}`);
    expect(list.text('li a[aria-label]')).toBe('Go on');
  });
});
