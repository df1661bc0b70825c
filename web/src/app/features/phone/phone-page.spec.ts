import type { HttpTestingController } from '@angular/common/http/testing';
import { API_ROOT, type PhoneClass } from '@nuvrah/contract';
import { EVEN_CLOCK } from '../../api/shared-time';
import { configure } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { NEWS_STREAM } from '../../api/news-stream';
import { FakeStream } from '../../testing/fake-stream';
import { PhonePage } from './phone-page';

const TOKEN = 't'.repeat(43);
const AT = `${API_ROOT}/live/${TOKEN}`;

const led = (change: Partial<PhoneClass> = {}): PhoneClass => ({
  instructor: 'Tamsin',
  emergencyNumber: '112',
  people: [
    { name: 'Ana', taken: false },
    { name: 'Bo', taken: true },
  ],
  person: 'Ana',
  state: 'led',
  lane: {
    people: ['Ana'],
    from: 0,
    phrases: [
      {
        say: 'Inhale left',
        breath: 'inhale',
        side: 'left',
        fingers: 'right closed by the thumb',
        counting: 'up',
      },
      { say: 'Exhale right', breath: 'exhale', side: 'right', fingers: '', counting: 'up' },
    ],
    beats: [
      { to: 4_000, phrase: 0, counts: 4 },
      { to: 12_000, phrase: 1, counts: 8 },
    ],
    meetings: [0],
  },
  place: { at: 0, when: 5_000, goesOn: true },
  fallsIn: null,
  version: 1,
  hand: false,
  wish: null,
  said: '',
  effort: null,
  toldAt: null,
  ...change,
});

describe('the page of a phone', () => {
  let http: HttpTestingController;
  let page: Shown<PhonePage>;
  let streams: FakeStream[];
  /** The shared clock is four seconds ahead of the own one. */
  let own = 0;

  beforeEach(() => {
    localStorage.clear();
    streams = [];
    own = 1_000;
    http = configure(
      { provide: EVEN_CLOCK, useValue: () => own },
      {
        provide: NEWS_STREAM,
        useValue: () => {
          const stream = new FakeStream();
          streams.push(stream);
          return stream;
        },
      },
    );
  });
  const open = (): void => void (page = new Shown(PhonePage));
  const clock = (): void =>
    http.match(`${API_ROOT}/live/clock`).forEach((asked) => asked.flush({ now: own + 4_000 }));
  const shows = (change: Partial<PhoneClass> = {}): void => {
    http.expectOne({ method: 'GET', url: AT }).flush(led(change));
    page.fixture.detectChanges();
  };
  const type = (code: string): void => {
    const field = page.page.querySelector('input') as HTMLInputElement;
    field.value = code;
    field.dispatchEvent(new Event('input'));
    page.submit();
  };
  async function join(change: Partial<PhoneClass> = {}): Promise<void> {
    open();
    await page.fixture.whenStable();
    type('acdf ghjk'.replace('g', 'e'));
    http.expectOne(`${API_ROOT}/live/joining`).flush({ token: TOKEN });
    clock();
    streams[0]?.onopen?.();
    streams[0]?.tell({ kind: 'changed' });
    shows(change);
  }

  it('says of a code that cannot be one what is wrong, and of one that is none what the server says', async () => {
    open();
    await page.fixture.whenStable();
    type('1234');
    expect(page.text('[role=alert]')).toContain('This is no code');
    type('ACDE FHJK');
    const asked = http.expectOne(`${API_ROOT}/live/joining`);
    expect(asked.request.body).toEqual({ code: 'ACDEFHJK' });
    asked.flush(
      { code: 'no-such-code', status: 404, detail: 'No class is led by this code now.' },
      { status: 404, statusText: 'Not Found' },
    );
    page.fixture.detectChanges();
    expect(page.text('[role=alert]')).toContain('No class is led by this code now.');
  });

  it('asks who one is, and does not offer a name that another phone has', async () => {
    await join({ person: null, state: 'waits', lane: null, place: null, fallsIn: null });
    expect(page.text('h1')).toBe('Who are you?');
    const taken = [...page.page.querySelectorAll('button')].find(({ textContent }) =>
      textContent.includes('Bo'),
    );
    expect(taken?.disabled).toBeTrue();
    page.press('Ana');
    const chosen = http.expectOne(`${AT}/person`);
    expect(chosen.request.body).toEqual({ person: 'Ana' });
    chosen.flush(led({ state: 'waits', lane: null, place: null, fallsIn: null }));
    page.fixture.detectChanges();
    expect(page.text()).toContain('The class has not begun.');
  });

  it('shows side, phase, count and fingers by the clock that is shared', async () => {
    await join();
    own = 2_500;
    await page.until(() => page.text('.say') === 'Inhale left');
    await page.until(() => page.text('.count') === '2 of 4');
    expect(page.text('.fingers')).toBe('right closed by the thumb');
    expect(page.text()).toContain('next: Exhale right');
    own = 5_100;
    await page.until(() => page.text('.count') === '1 of 8' && page.text('.say') === 'Exhale right');
  });

  it('waits for where the others meet who came late, and stands still in a pause', async () => {
    await join({ fallsIn: 9_000 });
    own = 1_500;
    await page.until(() => page.text('.wait').includes('You fall in with the others in 4 s.'));
    own = 5_500;
    await page.until(() => page.text('.say') === 'Exhale right');
    streams[0]?.tell({ kind: 'place', version: 1, place: { at: 4_500, when: 9_500, goesOn: false } });
    await page.until(() => page.text('.wait').includes('Paused'));
  });

  it('takes a place only for the lanes that it shows, and asks again for what it could not get', async () => {
    await join();
    own = 2_500;
    await page.until(() => page.text('.count') === '2 of 4');
    // After a pause the clock of the class begins anew, with other lanes.
    streams[0]?.tell({ kind: 'place', version: 2, place: { at: 9_000, when: 6_500, goesOn: true } });
    jasmine.clock().install();
    http.expectOne({ method: 'GET', url: AT }).error(new ProgressEvent('error'));
    page.fixture.detectChanges();
    expect(page.text('.count')).toBe('2 of 4');
    jasmine.clock().tick(3_000);
    jasmine.clock().uninstall();
    shows({ version: 2, place: { at: 9_000, when: 6_500, goesOn: true } });
    await page.until(() => page.text('.say') === 'Exhale right');
  });

  it('asks anew who one is, where somebody with the same name came', async () => {
    await join({ state: 'waits', lane: null, place: null });
    expect(page.text()).toContain('The class has not begun.');
    streams[0]?.tell({ kind: 'changed' });
    shows({ state: 'waits', lane: null, place: null, people: [{ name: 'Ana R.', taken: false }] });
    expect(page.text('h1')).toBe('Who are you?');
  });

  it('goes on by itself without a connection, says so, and comes back', async () => {
    await join();
    streams[0]?.onerror?.();
    own = 2_500;
    await page.until(() => page.text('.count') === '2 of 4');
    expect(page.text('.message')).toContain('No connection');
    streams[0]?.onopen?.();
    page.fixture.detectChanges();
    expect(page.text('.message')).toBe('');
  });

  it('raises a hand, and asks to be led more easily: natural breath at once', async () => {
    await join();
    own = 2_500;
    await page.until(() => page.text('.say') === 'Inhale left');
    page.press('Ask for help');
    const told = http.expectOne(`${AT}/told`);
    expect(told.request.body).toEqual({ hand: true });
    told.flush(led({ hand: true }));
    page.fixture.detectChanges();
    expect(page.text()).toContain('Asked for help');
    page.press('Easier for me');
    const rest = [...document.querySelectorAll<HTMLElement>('.cdk-overlay-container button')].find(
      ({ textContent }) => textContent.includes('breathe naturally now'),
    );
    rest?.click();
    const asked = http.expectOne(`${AT}/told`);
    const { wish } = asked.request.body as { wish: { id: string; way: 'rest' } };
    expect(wish.way).toBe('rest');
    // At once, before anybody answered.
    await page.until(() => page.text('.say') === 'Breathe naturally');
    asked.flush(led({ wish }));
    page.fixture.detectChanges();
    expect(page.text('.say')).toBe('Breathe naturally');
    expect(page.text('.message')).toContain('Asked');
  });

  it('asks how it was, and keeps what cannot be told until it can, over a reload too', async () => {
    await join({ state: 'over', lane: null });
    page.press('Tell who leads');
    expect(page.text('[role=alert]')).toContain('Choose a number first');
    const three = [...page.page.querySelectorAll<HTMLElement>('mat-button-toggle button')].find(
      ({ textContent }) => textContent.trim() === '3',
    );
    three?.click();
    page.press('Tell who leads');
    http.expectOne(`${AT}/told`).error(new ProgressEvent('error'));
    page.fixture.detectChanges();
    expect(page.text()).toContain('it is kept on this phone');
    page.fixture.destroy();
    open();
    const again = http.expectOne(`${AT}/told`);
    expect(again.request.body).toEqual({ after: { effort: 3, signs: [] } });
    again.flush(led({ state: 'over', lane: null, effort: 3, toldAt: '2026-03-10T12:00:00.000Z' }));
    page.fixture.detectChanges();
    expect(page.text()).toContain('Told. Thank you.');
  });

  it('says where the class is gone, and lets another be joined', async () => {
    await join();
    streams[0]?.tell({ kind: 'changed' });
    http
      .expectOne({ method: 'GET', url: AT })
      .flush(
        { code: 'class-gone', status: 410, detail: 'This class is over, and forgotten.' },
        { status: 410, statusText: 'Gone' },
      );
    page.fixture.detectChanges();
    expect(page.text('h1')).toBe('Follow a class');
    expect(page.text('[role=alert]')).toContain('This class is over, and forgotten.');
    expect(localStorage.getItem('nuvrah.phone')).toBeNull();
    expect(streams.at(-1)?.closed).toBeTrue();
  });
});
