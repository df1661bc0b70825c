import { clockInWords, momentFromText } from '@nuvrah/core';
import type { HttpTestingController } from '@angular/common/http/testing';
import { API_ROOT, type DayCheck } from '@nuvrah/contract';
import { TestBed } from '@angular/core/testing';
import { EntryDisk } from '../offline-queue/entry-disk';
import type { PlainDisk } from '../../testing/plain-disk';
import { OfflineQueue } from '../offline-queue/offline-queue';
import { configure, dayCheck, ids, NOON, student } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { DayCheckForm } from './day-check-form';
import { describeDay } from './describe-day';

describe('the day check', () => {
  let http: HttpTestingController;
  let form: Shown<DayCheckForm>;
  let recorded: number;

  beforeEach(() => {
    localStorage.clear();
    http = configure();
    recorded = 0;
    form = new Shown(DayCheckForm, { student });
    form.fixture.componentInstance.recorded.subscribe(() => recorded++);
  });
  const sent = () => http.expectOne(`${API_ROOT}/students/${ids.student}/day-checks`);

  it('begins with nothing answered, and sends nothing that was not asked', () => {
    form.submit();
    const { request } = sent();
    expect(request.body).toEqual(
      jasmine.objectContaining({
        facts: [],
        lastMealAt: null,
        freerNostril: null,
        sleep: null,
        calm: null,
        mood: null,
        pulse: null,
      }),
    );
    expect(form.text()).toContain('Meal not asked yet');
  });

  it('begins with what was answered today where that is to be changed, and sends all of it again', () => {
    const before: DayCheck = {
      ...dayCheck,
      facts: ['nose-blocked'],
      lastMealAt: new Date(NOON - 130 * 60_000).toISOString(),
      freerNostril: 'left',
      calm: 4,
    };
    form = new Shown(DayCheckForm, { student, before });
    form.tick('sore throat');
    form.submit();
    const body = sent().request.body as { readonly lastMealAt: string };
    expect(body).toEqual(
      jasmine.objectContaining({ facts: ['nose-blocked', 'throat-sore'], freerNostril: 'left', calm: 4 }),
    );
    expect(momentFromText(body.lastMealAt)).toBe(NOON - 120 * 60_000);
  });

  it('takes a meal as a moment, feelings as numbers, and what is true', () => {
    form.tick('2 h');
    form.tick('nose blocked');
    form.tick('hot room');
    form.tick('too short');
    form.type('calm', '4');
    form.type('mood', '3');
    expect(form.text()).toContain('counts as low today');
    form.type('pulse', '66');
    form.type('note on today', ' Ran here. ');
    form.submit();
    expect(sent().request.body).toEqual(
      jasmine.objectContaining({
        facts: ['nose-blocked', 'room-hot'],
        lastMealAt: new Date(NOON - 2 * 3_600_000).toISOString(),
        sleep: 'short',
        calm: 4,
        alert: null,
        mood: 3,
        pulse: 66,
        note: 'Ran here.',
      }),
    );
  });

  it('finds the freer side with two breaths', () => {
    form.press('two-breath test');
    expect(form.text('nv-nostril-test')).toContain('through the left');
    form.press('Done');
    expect(form.text('nv-nostril-test')).toContain('through the right');
    form.press('Done');
    form.press('No difference');
    form.submit();
    expect((sent().request.body as DayCheck).freerNostril).toBe('even');
  });

  it('is kept while the server is away, and arrives as of when it was asked', () => {
    jasmine.clock().install().mockDate(new Date(NOON));
    form.tick('fever, ill');
    form.submit();
    const first = sent();
    first.error(new ProgressEvent('error'));
    form.fixture.detectChanges();
    // It is in the queue: the form is free for the next one.
    expect(recorded).toBe(1);
    expect(form.text('[role=alert]')).toBe('');
    expect(TestBed.inject(OfflineQueue).waiting().length).toBe(1);
    window.dispatchEvent(new Event('online'));
    const again = sent();
    expect(again.request.body).toEqual(first.request.body);
    again.flush(dayCheck);
    expect(TestBed.inject(OfflineQueue).waiting()).toEqual([]);
    jasmine.clock().uninstall();
  });

  it('says so where neither the server nor this browser can keep it', () => {
    (TestBed.inject(EntryDisk) as unknown as PlainDisk).full = true;
    form.tick('fever, ill');
    form.submit();
    sent().error(new ProgressEvent('error'));
    form.fixture.detectChanges();
    expect(recorded).toBe(0);
    expect(form.text('[role=alert]')).toContain('leave this page open');
  });

  it('stays in the form when it is refused, with why', () => {
    form.tick('fever, ill');
    form.submit();
    const errors = [{ pointer: '/lastMealAt', detail: 'The last meal lies in the future.' }];
    const problem = { code: 'invalid', detail: 'no', status: 422, errors };
    sent().flush(problem, { status: 422, statusText: 'no' });
    form.fixture.detectChanges();
    expect(recorded).toBe(0);
    expect(form.text('[role=alert]')).toBe('The last meal lies in the future.');
    expect(TestBed.inject(OfflineQueue).refused()).toEqual([]);
  });

  it('is told in one line', () => {
    const lastMealAt = new Date(NOON - 3_600_000).toISOString();
    const check: DayCheck = { ...dayCheck, lastMealAt, freerNostril: 'left', calm: 5, facts: ['room-hot'] };
    const at = (moment: string): string => clockInWords(momentFromText(moment));
    expect(describeDay(check)).toBe(
      `Asked at ${at(check.checkedAt)}: last meal ${at(lastMealAt)} · left side freer · calm 5 · hot room.`,
    );
    expect(describeDay(dayCheck)).toContain('meal not asked');
  });
});
