import { HttpTestingController } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { API_ROOT, type BodyOf, type routes } from '@nuvrah/contract';
import { LedScreen } from '../../testing/led-screen';
import { session, sittingOf, student } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { Unsaved } from '../../ui/unsaved';
import { LeadClosing } from './lead-closing';

type Sent = BodyOf<typeof routes.recordSitting>;

describe('closing a sitting', () => {
  it('puts each sign on record as it is tapped, one after the other, and says so only then', async () => {
    const led = await LedScreen.of(session);
    await led.at(20);
    led.store.stop();
    const http = TestBed.inject(HttpTestingController);
    const page = new Shown(LeadClosing, { student });
    const sitting = sittingOf(session);
    const next = () => http.expectOne(`${API_ROOT}/sittings/${sitting.id}`);
    const first = next();
    page.tick('Chest pain');
    page.tick('Dizzy');
    // One at a time: the second carries both.
    http.expectNone(`${API_ROOT}/sittings/${sitting.id}`);
    expect(page.text('header [role=status]')).toBe('Putting it on record …');
    const sent = first.request.body as Sent;
    first.flush({ ...sitting, version: 2, record: sent.record });
    const second = next();
    const { version, record } = second.request.body as Sent;
    expect(version).toBe(2);
    expect(record.signs).toEqual(['chest-pain', 'dizzy']);
    second.flush({ ...sitting, version: 3, record });
    page.fixture.detectChanges();
    expect(page.text('header [role=status]')).toBe('What was done is on record.');
    led.close();
  });

  it('asks nothing where a session ended in sleep; what was done is on record all the same', async () => {
    const led = await LedScreen.of({ ...session, ending: 'sleep' });
    await led.toTheEnd();
    const http = TestBed.inject(HttpTestingController);
    const page = new Shown(LeadClosing, { student });
    const sitting = sittingOf(session);
    const request = http.expectOne(`${API_ROOT}/sittings/${sitting.id}`);
    const sent = request.request.body as Sent;
    expect(sent.record.outcome).toBe('finished');
    expect(sent.effort).toBeNull();
    request.flush({ ...sitting, ...sent, version: 2 });
    page.fixture.detectChanges();
    expect(page.text()).toMatch(/Let them sleep\. ?What was done is on record\./);
    expect(page.page.querySelector('[role=radio]')).toBeNull();
    page.press('Tell it now');
    expect(page.page.querySelector('[role=radio]')).not.toBeNull();
    led.close();
  });

  it('asks before effort and note are left that were typed and not kept', async () => {
    const led = await LedScreen.of(session);
    await led.at(20);
    led.store.stop();
    const http = TestBed.inject(HttpTestingController);
    const page = new Shown(LeadClosing, { student });
    const sitting = sittingOf(session);
    const answer = (version: number): Sent => {
      const request = http.expectOne(`${API_ROOT}/sittings/${sitting.id}`);
      const sent = request.request.body as Sent;
      request.flush({ ...sitting, ...sent, version });
      page.fixture.detectChanges();
      return sent;
    };
    answer(2);
    const unsaved = TestBed.inject(Unsaved);
    expect(unsaved.any()).toBeFalse();
    page.tick('4');
    expect(unsaved.any()).toBeTrue();
    page.submit();
    expect(answer(3).effort).toBe(4);
    expect(unsaved.any()).toBeFalse();
    led.close();
  });
});
