import { By } from '@angular/platform-browser';
import { FileButton } from '../../ui/file-button';
import type { HttpTestingController } from '@angular/common/http/testing';
import { API_ROOT } from '@nuvrah/contract';
import { account, configure, ids, student } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { LogPage } from './log-page';

const HEADER = 'student,started_at,technique,inhale,exhale,breaths_planned,breaths_done,effort';
const GOOD = 'Hesper Vane,2026-03-01 06:30,nadi-shodhana,4,8,16,16,3';

describe('reading a log', () => {
  let http: HttpTestingController;
  let page: Shown<LogPage>;
  beforeEach(() => {
    http = configure();
    page = new Shown(LogPage);
  });

  /** Chooses a file, answers what is asked for, and waits until the worker has read it. */
  async function choose(content: BlobPart): Promise<void> {
    const button = page.fixture.debugElement.query(By.directive(FileButton)).componentInstance as FileButton;
    button.fileChosen.emit(new File([content], 'log.csv'));
    http.expectOne(`${API_ROOT}/students`).flush([student]);
    http.expectOne(`${API_ROOT}/ledger/known`).flush([]);
    await page.until(() => page.text('#found') !== '');
  }

  it('shows what would be added and what is wrong, and adds nothing before it is told to', async () => {
    await choose([HEADER, GOOD, GOOD.replace('Hesper Vane', 'Nobody').replace('06', '07')].join('\n'));
    expect(page.text()).toContain('2 rows, 1 sitting to be added');
    expect(page.text()).toContain('3studentThere is no student "Nobody"');
    expect(page.text()).toContain('Nadi shodhana, 8 rounds');
    http.expectNone(`${API_ROOT}/ledger/logged`);
    page.press('Put 1 on record');
    const sent = http.expectOne(`${API_ROOT}/ledger/logged`);
    const [sitting] = (sent.request.body as { sittings: { studentId: string; startedAt: string }[] })
      .sittings;
    expect(sitting?.studentId).toEqual(ids.student);
    expect(sitting?.startedAt).toBe('2026-03-01T06:30:00.000Z');
    sent.flush({ added: 1, there: 0 });
    page.fixture.detectChanges();
    expect(page.text('[role=status]')).toContain('1 sitting is on record now.');
    expect(account.timeZone).toBe('Europe/London');
  });

  it('says of a file that is not UTF-8 what to do', async () => {
    await choose(new Uint8Array([...new TextEncoder().encode(`${HEADER}\n`), 0xe9, 0xff]));
    expect(page.text()).toContain('This file is not written in UTF-8');
    expect(page.page.querySelector('[aria-labelledby=found] button')).toBeNull();
  });

  it('keeps what is on record when the server goes away in the middle, and says how to go on', async () => {
    const rows = Array.from({ length: 60 }, (_, day) =>
      GOOD.replace(
        '2026-03-01',
        `2025-${String((day % 12) + 1).padStart(2, '0')}-${String(Math.floor(day / 12) + 1).padStart(2, '0')}`,
      ),
    );
    await choose([HEADER, ...rows].join('\n'));
    page.press('Put 60 on record');
    http.expectOne(`${API_ROOT}/ledger/logged`).flush({ added: 50, there: 0 });
    http
      .expectOne(`${API_ROOT}/ledger/logged`)
      .error(new ProgressEvent('away'), { status: 0, statusText: 'away' });
    page.fixture.detectChanges();
    expect(page.text('[role=alert]')).toContain(
      '50 are on record; choose the file again to go on with the rest.',
    );
  });
});
