import { API_ROOT } from '@nuvrah/contract';
import { configure, ids, session, storedSession, student, withCounted } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { RunningSheet } from './running-sheet';
import { TestBed } from '@angular/core/testing';
import type { Session } from '@nuvrah/core';

describe('the running sheet', () => {
  function show(of: Session): Shown<RunningSheet> {
    const http = configure();
    const sheet = new Shown(RunningSheet, { id: ids.session });
    http.expectOne(`${API_ROOT}/sessions/${ids.session}`).flush(storedSession(of));
    http.expectOne(`${API_ROOT}/variants`).flush([]);
    const asthma = { id: ids.sitting, fact: 'asthma', since: null, until: null, due: null, note: '' };
    http.expectOne(`${API_ROOT}/students/${ids.student}`).flush({ ...student, facts: [asthma] });
    sheet.fixture.detectChanges();
    return sheet;
  }
  const hurried = withCounted({ base: 2 as never, pace: 500 as never }, session);

  it('is printed only of what may be led', () => {
    const prints = (sheet: Shown<RunningSheet>) => sheet.text('nv-page-bar').includes('Print');
    const held = show(hurried);
    expect(prints(held)).toBeFalse();
    expect(held.text('[role=alert]').includes('rapid breathing')).toBeTrue();
    TestBed.resetTestingModule();
    expect(prints(show(session))).toBeTrue();
  });

  it('says when, what, what to say and to watch for, and names the cues that have no time', () => {
    const sheet = show(hurried);
    expect(sheet.text('h1')).toBe('Evening');
    const [first, second] = [...sheet.page.querySelectorAll('tbody tr')].map((row) => row.textContent);
    expect(first).toContain('in 2 · out 2');
    expect(first).toContain('the reliever lies within reach');
    expect(second).not.toContain('the reliever lies within reach');
    expect(sheet.text('h2 + ul')).toMatch(
      /“Inhale left\. Last round” takes 1\.\d s of 1 s: say “Inhale left”\./,
    );
  });
});
