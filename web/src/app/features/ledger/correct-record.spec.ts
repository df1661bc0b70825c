import type { Sitting } from '@nuvrah/contract';
import { amountDone, beginRun, DEFAULT_CONVENTIONS, recordOfRounds, type LeadRecord } from '@nuvrah/core';
import { configure, session, sittingOf } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { CorrectRecord } from './correct-record';

const setup = { session, student: { hand: 'right' as const }, conventions: DEFAULT_CONVENTIONS };
const planned = beginRun(setup).setup.session.passages.length;

describe('what was done', () => {
  it('is corrected by rounds, within what was planned', () => {
    configure();
    const record = recordOfRounds(
      setup,
      Array.from({ length: planned }, () => 8),
    );
    const sitting: Sitting = { ...sittingOf(), record: record as never };
    const form = new Shown(CorrectRecord, { sitting });
    const told: LeadRecord[] = [];
    form.fixture.componentInstance.corrected.subscribe((one) => told.push(one as unknown as LeadRecord));
    const [name = ''] = [...form.page.querySelectorAll('input')].map(
      (input) => input.getAttribute('aria-label') ?? '',
    );
    expect(name).toMatch(/: rounds of 8$/);
    form.type(name, '99');
    form.submit();
    expect(told).toEqual([]);
    form.type(name, '5½');
    form.submit();
    expect(told.length).toBe(1);
    expect(told[0]?.outcome).toBe('stopped');
    expect(told[0] && amountDone(told[0].passages[0] as never)).toBe(5.5);
  });
});
