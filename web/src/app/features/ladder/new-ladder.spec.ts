import type { HttpTestingController } from '@angular/common/http/testing';
import { API_ROOT, type BodyOf, type routes } from '@nuvrah/contract';
import { newSession, type CountedPassage } from '@nuvrah/core';
import { configure, ids, session, storedSession, student } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { NewLadder } from './new-ladder';

const OTHER = '22222222-3333-4444-8555-666677778888';
const other = {
  ...storedSession(newSession('Morning', { counted: OTHER, natural: ids.natural })),
  id: ids.sitting,
};

describe('a new ladder', () => {
  let http: HttpTestingController;
  let page: Shown<NewLadder>;
  function show(inputs: Readonly<Record<string, string>> = {}, sessions = [storedSession(), other]): void {
    http = configure();
    page = new Shown(NewLadder, { id: ids.student, ...inputs });
    http.expectOne(`${API_ROOT}/students/${ids.student}`).flush(student);
    http.expectOne(({ url }) => url.startsWith(`${API_ROOT}/sessions`)).flush(sessions);
    page.fixture.detectChanges();
  }
  const body = (): BodyOf<typeof routes.addLadder> =>
    http.expectOne(`${API_ROOT}/ladders`).request.body as BodyOf<typeof routes.addLadder>;

  it('is made in three choices, and seen before it is kept', () => {
    show();
    expect([...page.page.querySelectorAll('.choices h2')].map((head) => head.textContent)).toEqual([
      '1. What climbs',
      '2. Where to',
      '3. How it grows',
    ]);
    expect(page.text('nv-ladder-sight')).toBe('');
    expect(page.text('[role=alert]')).toContain('further on');
    const { base } = session.passages[0] as CountedPassage;
    page.type('Target: inhale', `${base + 2}`);
    page.type('Target: exhale', `${base + 2}`);
    expect(page.page.querySelectorAll('nv-staircase .name').length).toBe(3);
    page.press('Start this ladder');
    expect(body()).toEqual(
      jasmine.objectContaining({
        sessionId: ids.session,
        passageId: ids.counted,
        school: 'count-first',
        target: {
          kind: 'counts',
          counts: { inhale: base + 2, internalHold: 0, exhale: base + 2, externalHold: 0 },
        } as never,
      }),
    );
  });

  it('explains a rung, a school and the gate where they stand', () => {
    show();
    expect(page.text('.about')).toContain('A rung is one set of numbers');
    expect(page.text('.choices')).toContain('A school is an order');
    expect(page.text('.choices')).toContain('Even breaths grow to 10 by 1');
    expect(page.text('.choices')).toContain('a rung is passed after');
    page.unfold('Days of practice and gate');
    expect(page.text('nv-plan-form')).toContain('The gate: what has to be done on a rung');
  });

  it('begins with the passage that it was come from', () => {
    show({ from: `${ids.sitting} ${OTHER}` });
    page.type('Target: inhale', '6');
    page.type('Target: exhale', '6');
    page.press('Start this ladder');
    expect(body().passageId).toBe(OTHER);
  });

  it('has nothing to climb with where there is no session, or only archived ones', () => {
    show({}, [{ ...storedSession(), archived: true }]);
    expect(page.text('.notice')).toContain('write a session for this student first');
  });
});
