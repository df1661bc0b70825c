import { API_ROOT } from '@nuvrah/contract';
import { DEFAULT_CONVENTIONS, type Session } from '@nuvrah/core';
import { FakeStage } from '../../testing/fake-stage';
import { configure, ids, session, storedSession, student, withCounted } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { Stages } from '../../shared/playback/stage';
import { WakeLock } from '../../shared/playback/wake-lock';
import { RehearsalPage } from './rehearsal-page';
import { RehearsalRunner } from './rehearsal-runner';

describe('a rehearsal', () => {
  const stage = () => new FakeStage();
  const asthma = { id: ids.sitting, fact: 'asthma', since: null, until: null, due: null, note: '' };

  async function shown(of: Session, on = stage()): Promise<Shown<RehearsalPage>> {
    localStorage.clear();
    const http = configure({ provide: Stages, useValue: { open: () => Promise.resolve(on) } });
    const page = new Shown(RehearsalPage, { id: ids.session });
    http.expectOne(`${API_ROOT}/sessions/${ids.session}`).flush(storedSession(of));
    http.match(`${API_ROOT}/variants`).forEach((request) => request.flush([]));
    http.expectOne(`${API_ROOT}/students/${ids.student}`).flush({ ...student, facts: [asthma] });
    await page.fixture.whenStable();
    page.fixture.detectChanges();
    return page;
  }
  const runnerOf = ({ fixture }: Shown<RehearsalPage>): RehearsalRunner =>
    fixture.debugElement.injector.get(RehearsalRunner);

  it('leads without a record, at the speed that is chosen, from where it is put', async () => {
    const on = stage();
    const page = await shown(session, on);
    spyOn(page.fixture.debugElement.injector.get(WakeLock), 'keep');
    const runner = runnerOf(page);
    await runner.rehearse({ session, student: { hand: 'right' }, conventions: DEFAULT_CONVENTIONS }, 0);
    expect(runner.run()?.state.kind).toBe('leading');
    on.time += 10;
    const at = runner.position();
    runner.atSpeed(4);
    on.time += 10;
    expect(Math.round((runner.position() - at) / 1000)).toBe(40);
    runner.seek(1_000);
    expect(Math.round(runner.position())).toBe(1_000);
    expect(Object.keys(localStorage).filter((key) => key.includes('lead'))).toEqual([]);
    runner.leave();
    expect(on.closed).toBeTrue();
  });

  it('is not of what may not be led', async () => {
    const page = await shown(withCounted({ base: 2 as never, pace: 500 as never }, session));
    expect(page.text('[role=alert]')).toContain('not rehearsed as long as it may not be led');
    expect(page.text()).not.toContain('Start');
  });
});
