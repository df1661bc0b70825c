import type { HttpTestingController } from '@angular/common/http/testing';
import { createEnvironmentInjector, EnvironmentInjector } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { API_ROOT, type LiveLanes, type Phone } from '@nuvrah/contract';
import type { ClassRun } from '@nuvrah/core';
import { SharedTime } from '../../../api/shared-time';
import { IN_THE_CLASS, LedClass, OTHER } from '../../../testing/led-class';
import { ids } from '../../../testing/fixtures';
import { ClassClosing } from './class-closing';
import { ClassPhones } from './class-phones';

const CLASS = '7a2c3d4e-5f60-4711-8222-933344445555';
const AT = `${API_ROOT}/classes/${CLASS}/live`;
const LIVE = { id: '6b2c3d4e-5f60-4711-8222-933344445555', code: 'ACDEFHJK', address: null };
const phone = (change: Partial<Phone> = {}): Phone => ({
  id: '1b2c3d4e-5f60-4711-8222-933344445555',
  person: 'Wren',
  there: true,
  hand: false,
  wish: null,
  effort: null,
  signs: [],
  ...change,
});

describe('the phones of a class', () => {
  let led: LedClass;
  let http: HttpTestingController;
  let phones: ClassPhones;

  beforeEach(async () => {
    led = await LedClass.of(ClassPhones, SharedTime);
    http = led.http;
    phones = TestBed.inject(ClassPhones);
    phones.open(CLASS, ids.session, ['Hesper', 'Wren']);
    const asked = http.expectOne(AT);
    expect((asked.request.body as { people: string[] }).people).toEqual(['Hesper', 'Wren']);
    asked.flush(LIVE);
    http.match(`${API_ROOT}/live/clock`).forEach((one) => one.flush({ now: 50_000 }));
    TestBed.tick();
  });
  afterEach(() => led.end());

  const shown = (): LiveLanes => {
    const asked = http.expectOne(`${AT}/${LIVE.id}`);
    asked.flush([]);
    return asked.request.body as LiveLanes;
  };
  /** Everything that was told by now is answered. */
  const settled = (): void => {
    for (let sent = -1; sent !== 0;) {
      const waiting = http.match(`${AT}/${LIVE.id}/place`);
      waiting.forEach((one) => one.flush([]));
      sent = waiting.length;
    }
  };
  /** Where the class stands is told, and answered with these phones. */
  const told = (...all: Phone[]): unknown => {
    led.pass(2);
    const asked = http.expectOne(`${AT}/${LIVE.id}/place`);
    asked.flush(all);
    TestBed.tick();
    return asked.request.body;
  };

  it('are told each lane, and who is in it by first names', () => {
    const { lanes, people } = shown();
    expect(lanes.map((lane) => lane.people)).toEqual([['Hesper'], ['Wren']]);
    expect(people).toEqual([
      { name: 'Hesper', sittingId: ids.sitting },
      { name: 'Wren', sittingId: jasmine.any(String) as never },
    ]);
  });

  it('are told every two seconds where the class stands, and in a pause that it stands still', () => {
    shown();
    expect(told()).toEqual({
      place: { at: jasmine.any(Number), when: jasmine.any(Number), goesOn: true },
      handled: [],
    });
    led.runner.pauseOrResume();
    TestBed.tick();
    expect(shown().place?.goesOn).toBeFalse();
  });

  it('are never told a place of lanes that they were not told', () => {
    shown();
    led.runner.pauseOrResume();
    // The timer comes before what changed was told.
    led.pass(2);
    http.expectNone(`${AT}/${LIVE.id}/place`);
    expect(shown().place?.goesOn).toBeFalse();
  });

  it('ease only who holds them, once, and are told what came of it', () => {
    shown();
    led.pass(led.firstMeeting() + 2);
    settled();
    const before = led.run().lanes[1];
    const wish = { id: '9b2c3d4e-5f60-4711-8222-933344445555', way: 'one-count' } as const;
    told(phone({ person: 'Hesper', wish }));
    const after = led.run();
    expect(after.lanes[1]).toBe(before as never);
    expect(led.runner.message()).toMatch(/^Hesper: in .* from the next round on\.$/);
    shown();
    const [first] = (told(phone({ person: 'Hesper', wish })) as { handled: { said: string }[] }).handled;
    expect(first?.said).toMatch(/^Now in .*, from the next round on\.$/);
    // The answer was lost, and the phone asked once more: nobody is eased twice.
    expect(led.run()).toBe(after as ClassRun);
  });

  it('breathe naturally at once, and who is in no lane is told so', () => {
    shown();
    led.pass(led.firstMeeting() + 2);
    settled();
    told(
      phone({ wish: { id: 'a', way: 'rest' } }),
      phone({ id: 'b', person: null, wish: { id: 'c', way: 'halve' } }),
    );
    expect(led.runner.message()).toBe('Wren: natural breath to the end of this passage.');
    shown();
    const { handled } = told() as { handled: { phone: string; said: string }[] };
    expect(handled.find((one) => one.phone === 'b')?.said).toBe(
      'You are not led at present: breathe naturally.',
    );
  });

  it('raise hands until these were seen', () => {
    shown();
    told(phone({ hand: true }));
    expect(phones.hands().map(({ person }) => person)).toEqual(['Wren']);
    phones.lower(phone({ hand: true }));
    const asked = http.expectOne(`${AT}/${LIVE.id}/place`);
    expect(asked.request.body).toEqual(
      jasmine.objectContaining({
        handled: [{ phone: phone().id, said: 'It was seen that you ask for help.' }],
      }),
    );
    asked.flush([phone()]);
    expect(phones.hands()).toEqual([]);
  });

  it('go on by themselves while the server is away, and are told when it is back', () => {
    http.expectOne(`${AT}/${LIVE.id}`).error(new ProgressEvent('error'));
    expect(phones.problem()).toContain('phones go on by themselves');
    // What is led was not told: it is told again, before where it stands.
    led.pass(2);
    http.expectNone(`${AT}/${LIVE.id}/place`);
    expect(shown().lanes.length).toBe(2);
    expect(phones.problem()).toBeNull();
    told();
  });

  it('are let in anew where the class is over for them', () => {
    shown();
    led.pass(2);
    http
      .expectOne(`${AT}/${LIVE.id}/place`)
      .flush({ code: 'class-gone', status: 410, detail: 'Over.' }, { status: 410, statusText: 'Gone' });
    expect(phones.live()).toBeNull();
    phones.open(CLASS, ids.session, ['Hesper']);
    http.expectOne(AT).flush({ ...LIVE, code: 'LMNPQRTU' });
    expect(phones.live()?.code).toBe('LMNPQRTU');
  });

  it('wait with who leads after a stop, and are led on where it is taken back', async () => {
    shown();
    led.pass(led.firstMeeting() + 2);
    settled();
    led.runner.stop();
    TestBed.tick();
    expect(shown().lanes).toEqual([]);
    await led.runner.goOnAfterStop();
    IN_THE_CLASS.forEach((one) =>
      http.match(`${API_ROOT}/students/${one.id}`).forEach((asked) => asked.flush(one)),
    );
    TestBed.tick();
    const on = shown();
    expect(on.lanes.length).toBe(2);
    expect(on.place?.goesOn).toBeTrue();
  });

  it('are told that it is over where who leads leaves after a stop', () => {
    shown();
    const page = createEnvironmentInjector([ClassPhones], TestBed.inject(EnvironmentInjector));
    page.get(ClassPhones).takeUpAgain(CLASS, ids.session);
    led.runner.stop();
    page.destroy();
    http.expectOne(`${AT}/${LIVE.id}/end`).flush([]);
  });

  it('tell how it was when the class is over: on record at once, beside what the leader wrote', () => {
    shown();
    led.runner.stop();
    TestBed.tick();
    // For a minute it can be taken back: a pause, until it is said that it is over.
    expect(shown().place?.goesOn).toBeFalse();
    led.runner.leaveStopped();
    TestBed.tick();
    const told = [phone({ effort: 4, signs: ['dizzy'] }), phone({ id: 'x', person: 'Hesper', effort: 2 })];
    http.expectOne(`${AT}/${LIVE.id}/end`).flush(told);
    expect(localStorage.getItem('nuvrah.class-phones')).toBeNull();
    const closing = TestBed.createComponent(ClassClosing);
    closing.componentRef.setInput('group', {
      id: CLASS,
      version: 1,
      name: 'Tuesday',
      members: [],
      note: '',
      archived: false,
    });
    closing.detectChanges();
    expect((closing.nativeElement as HTMLElement).textContent).toContain('Wren: Dizzy.');
    led.records();
    closing.detectChanges();
    const bodies = led.records();
    const wren = bodies.find(({ student }) => student === OTHER)?.body as {
      effort: number;
      record: { signs: string[] };
    };
    expect(wren.effort).toBe(4);
    expect(wren.record.signs).toEqual(['dizzy']);
  });
});
