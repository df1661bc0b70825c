import { API_ROOT, type SessionVersion } from '@nuvrah/contract';
import { DEFAULT_CONVENTIONS, type Session } from '@nuvrah/core';
import { configure, ids, session, withCounted } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { VersionList } from './version-list';

describe('earlier versions', () => {
  it('are compared with what is here now, and brought back', () => {
    const http = configure();
    const list = new Shown(VersionList, {
      sessionId: ids.session,
      session,
      naming: 'english',
      conventions: DEFAULT_CONVENTIONS,
    });
    const document = withCounted({ base: 6 as never }, session) as never;
    const version: SessionVersion = { version: 3, document, savedAt: '2026-03-09T18:00:00.000Z' };
    http.expectOne(`${API_ROOT}/sessions/${ids.session}/versions`).flush([version]);
    list.fixture.detectChanges();
    expect(list.text('li')).toContain('in 6 · out 6');
    expect(list.text('li')).toContain('instead of');
    const back: Session[] = [];
    list.fixture.componentInstance.bringBack.subscribe((one) => back.push(one));
    list.press('Bring it back');
    expect(back).toEqual([document]);
  });
});
