import type { HttpTestingController } from '@angular/common/http/testing';
import { API_ROOT, type DayCheck } from '@nuvrah/contract';
import { configure, dayCheck, ids, NOON, student } from '../testing/fixtures';
import { Shown } from '../testing/shown';
import { DayCheckForm } from './day-check-form';
import { describeDay } from './describe-day';
import { clockInWords } from '../shell/dates';

describe('the day check', () => {
  let http: HttpTestingController;
  let form: Shown<DayCheckForm>;
  let recorded: DayCheck[];

  beforeEach(() => {
    http = configure();
    recorded = [];
    form = new Shown(DayCheckForm, { student });
    form.fixture.componentInstance.recorded.subscribe((check) => recorded.push(check));
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

  it('keeps what was told when the server is away, and sends the same check again', () => {
    form.tick('fever, ill');
    form.submit();
    const first = sent();
    first.error(new ProgressEvent('error'));
    form.fixture.detectChanges();
    expect(form.text('[role=alert]')).toContain('cannot be reached');
    form.submit();
    const again = sent();
    expect(again.request.body).toEqual(first.request.body);
    again.flush(dayCheck);
    expect(recorded).toEqual([dayCheck]);
  });

  it('is told in one line', () => {
    const lastMealAt = new Date(NOON - 3_600_000).toISOString();
    const check: DayCheck = { ...dayCheck, lastMealAt, freerNostril: 'left', calm: 5, facts: ['room-hot'] };
    const at = (moment: string): string => clockInWords(new Date(moment));
    expect(describeDay(check)).toBe(
      `Asked at ${at(check.checkedAt)}: last meal ${at(lastMealAt)} · left side freer · calm 5 · hot room.`,
    );
    expect(describeDay(dayCheck)).toContain('meal not asked');
  });
});
