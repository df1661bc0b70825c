import type { HttpTestingController } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { API_ROOT, type Home, type HomeReport, type HomePractice } from '@nuvrah/contract';
import { DEFAULT_CONVENTIONS, DEFAULT_SOUND, newSession, type SessionJson, day } from '@nuvrah/core';
import { configure, ids } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { practisedOf } from '../../shared/practice/practised';
import { PracticeSteps } from '../../shared/practice/practice-steps';
import { HomeByHand, type ByHand } from './home-by-hand';
import { HomePage } from './home-page';
import { HomeStore, type Opened } from './home-store';

const TOKEN = 't'.repeat(43);
const home: Home = {
  called: 'Hesper',
  instructor: 'Tamsin Hale-Okoro',
  emergencyNumber: '112',
  expiresOn: day('2026-06-01'),
  practice: {
    sound: DEFAULT_SOUND,
    id: ids.session,
    version: 1,
    session: newSession('Practice', ids) as unknown as SessionJson,
    conventions: DEFAULT_CONVENTIONS,
    hand: 'right',
    naming: 'plain',
    variants: [],
    allowed: { cycles: {}, ease: true },
  },
  next: [],
  timeZone: 'Europe/London',
  adult: false,
};
const report: HomeReport = {
  id: ids.sitting,
  practiceId: ids.session,
  startedAt: '2026-03-10T06:30:00.000Z',
  record: { outcome: 'finished', led: 1000, pauses: 0, signs: [], passages: [] },
  effort: 3,
  note: '',
};
const away = { status: 0, statusText: 'away' };
const refusal = (status: number, code: string) =>
  [
    { code, detail: `because ${code}`, status },
    { status, statusText: code },
  ] as const;

describe('a private link that was opened', () => {
  let http: HttpTestingController;
  beforeEach(() => {
    localStorage.clear();
    http = configure();
  });
  const asked = () => http.expectOne(`${API_ROOT}/home/${TOKEN}`);
  const open = (): (() => Opened | null) => {
    let opened: Opened | null = null;
    TestBed.inject(HomeStore)
      .open(TOKEN)
      .subscribe((answer) => (opened = answer));
    return () => opened;
  };

  it('shows without a connection what the last visit found, and nothing where there was none', () => {
    let now = open();
    asked().error(new ProgressEvent('away'), away);
    expect(now()).toEqual({ kind: 'away' });
    now = open();
    asked().flush(home);
    expect(now()).toEqual({ kind: 'open', home, offline: false });
    now = open();
    asked().error(new ProgressEvent('away'), away);
    expect(now()).toEqual({ kind: 'open', home, offline: true });
    now = open();
    asked().flush(...refusal(500, 'internal'));
    expect(now()).toEqual({ kind: 'open', home, offline: true });
  });

  it('runs out without a connection too', () => {
    open();
    asked().flush({ ...home, expiresOn: '2026-03-09' });
    const now = open();
    asked().error(new ProgressEvent('away'), away);
    expect(now()?.kind).toBe('closed');
    expect(localStorage.getItem('nuvrah.home.opened')).toBeNull();
  });

  it('practises as it was given what an earlier version kept', () => {
    const { allowed: _, ...practice } = home.practice as HomePractice;
    const kept = { token: TOKEN, home: { ...home, practice } };
    localStorage.setItem('nuvrah.home.opened', JSON.stringify(kept));
    const now = open();
    asked().error(new ProgressEvent('away'), away);
    const opened = now();
    expect(opened?.kind === 'open' && opened.home.practice?.allowed).toEqual({ cycles: {}, ease: false });
  });

  it('keeps nothing of a link that was ended', () => {
    open();
    asked().flush(home);
    let now = open();
    asked().flush(...refusal(410, 'link-ended'));
    expect(now()).toEqual({ kind: 'closed', message: 'because link-ended' });
    now = open();
    asked().error(new ProgressEvent('away'), away);
    expect(now()).toEqual({ kind: 'away' });
  });
});

describe('the page of a private link', () => {
  it('holds the practice after an emergency sign that has not reached the server yet', () => {
    localStorage.clear();
    const waits = (signs: HomeReport['record']['signs']) => {
      const body = { token: TOKEN, report: { ...report, record: { ...report.record, signs } } };
      const onItsWay = { format: 1, owner: null, at: 0, sent: [], refused: null };
      return JSON.stringify({ kind: 'report', id: report.id, studentId: null, body, ...onItsWay });
    };
    for (const [signs, held] of [
      [['dizzy'], false],
      [['dizzy', 'faint'], true],
    ] as const) {
      localStorage.setItem(`disk.report.${report.id}`, waits([...signs]));
      TestBed.resetTestingModule();
      const http = configure();
      const page = new Shown(HomePage, { token: TOKEN });
      http.expectOne(`${API_ROOT}/home/${TOKEN}`).flush(home);
      page.fixture.detectChanges();
      expect(page.text().includes('Begin')).toEqual(!held);
      expect(page.text().includes('wants to talk with you')).toEqual(held);
    }
  });
});

describe('how a session is practised at home', () => {
  it('is one round as a picture and in words, and everything in order', () => {
    configure();
    const practised = practisedOf(home.practice as NonNullable<Home['practice']>);
    const steps = new Shown(PracticeSteps, { practised });
    expect([...steps.page.querySelectorAll('.phases strong')].map((one) => one.textContent)).toEqual([
      'Inhale left · 4',
      'Exhale right · 4',
      'Inhale right · 4',
      'Exhale left · 4',
    ]);
    expect(steps.text('.phases li')).toContain('thumb closes right');
    expect(steps.page.querySelectorAll('tbody tr').length).toBe(2);
    expect(steps.page.querySelectorAll('nv-score-staff svg').length).toBeGreaterThan(0);
  });

  it('is told in rounds where it was not led, never more than were planned', () => {
    configure();
    const practised = practisedOf(home.practice as NonNullable<Home['practice']>);
    const form = new Shown(HomeByHand, { practised });
    const told: ByHand[] = [];
    form.fixture.componentInstance.told.subscribe((one) => told.push(one));
    const name = form.page.querySelector('input')?.getAttribute('aria-label') ?? '';
    expect(name).toMatch(/rounds of 8$/);
    form.type(name, '99');
    form.submit();
    expect(form.text('[role=alert]')).toContain('The nearest is 8.');
    expect(told).toEqual([]);
    form.type(name, '8');
    form.submit();
    form.type(name, '3');
    form.submit();
    expect(told.map(({ rounds }) => rounds)).toEqual([
      [8, 0],
      [3, 0],
    ]);
    expect(told[0]?.startedAt).toBe('2026-03-10T12:00:00.000Z');
    // Yesterday is told too; what lies ahead is none.
    form.type('day', '9 Mar 2026');
    form.type('time', '7:15');
    form.submit();
    expect(told[2]?.startedAt).toBe(new Date('2026-03-09T07:15').toISOString());
    form.type('day', '10 Mar 2026');
    form.type('time', '23:59');
    form.submit();
    expect(told.length).toBe(3);
    expect(form.text('[role=alert]')).toContain('That lies ahead.');
  });

  for (const [field, typed] of [
    ['day', 'someday'],
    ['day', '11 Mar 2026'],
    ['time', 'late'],
  ] as const)
    it(`is not told by hand with a ${field} that is ${typed}, as if it had been now`, () => {
      configure();
      const practised = practisedOf(home.practice as NonNullable<Home['practice']>);
      const form = new Shown(HomeByHand, { practised });
      const told: ByHand[] = [];
      form.fixture.componentInstance.told.subscribe((one) => told.push(one));
      form.type(field, typed);
      form.submit();
      expect(told).toEqual([]);
      expect(document.activeElement?.getAttribute('aria-label')).toBe(field);
      form.type(field, field === 'day' ? '9 Mar 2026' : '7:15');
      form.submit();
      expect(told.length).toBe(1);
    });
});
