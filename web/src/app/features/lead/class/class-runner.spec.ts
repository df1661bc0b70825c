import type { HttpTestingController } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { API_ROOT, type Student } from '@nuvrah/contract';
import {
  alignLanes,
  beginClass,
  classState,
  DEFAULT_CONVENTIONS,
  endOfClass,
  isLed,
  meetingsOf,
  screeningCaseOf,
  type ClassRun,
} from '@nuvrah/core';
import { NOW } from '../../../api/now';
import { Stages } from '../../../shared/playback/stage';
import { WakeLock } from '../../../shared/playback/wake-lock';
import { FakeStage } from '../../../testing/fake-stage';
import {
  configure,
  dayCheck,
  ids,
  NOON,
  session,
  sittingOf,
  student,
  TODAY,
} from '../../../testing/fixtures';
import { ClassKeeper, type KeptClass } from './class-keeper';
import { ClassRecords } from './class-records';
import { ClassRunner } from './class-runner';

const OTHER = '2b2c3d4e-5f60-4711-8222-933344445555';
const LITTLE = { ...student.capacity, inhale: 3, exhale: 3.5 } as Student['capacity'];
const OTHER_SITTING = '8c7c7c7c-1234-4321-8abc-def012345678';

describe('leading a class', () => {
  let stage: FakeStage;
  let runner: ClassRunner;
  let http: HttpTestingController;
  let run: ClassRun;
  const wakeLock = { keep: () => undefined, release: () => undefined, awake: () => true };
  // One of them can less: two lanes.
  const people: readonly Student[] = [
    { ...student, dayCheck },
    { ...student, id: OTHER, name: 'Wren', dayCheck, capacity: LITTLE },
  ];
  const kept = {
    sessionId: ids.session,
    sittings: [
      { id: ids.sitting, studentId: ids.student, version: 1 },
      { id: OTHER_SITTING, studentId: OTHER, version: 1 },
    ],
    names: { [ids.student]: 'Hesper', [OTHER]: 'Wren' },
  };

  function start(): Promise<void> {
    const day = { today: TODAY, now: NOON, profile: DEFAULT_CONVENTIONS };
    const students = people.map((one) => ({ id: one.id, screening: screeningCaseOf(session, one, [], day) }));
    const newId = (): string => crypto.randomUUID();
    const aligned = alignLanes({ session, students, profile: DEFAULT_CONVENTIONS, ownSound: false, newId });
    run = beginClass(aligned, { session, conventions: DEFAULT_CONVENTIONS, handOf: () => 'right' });
    return runner.start(run, kept, people);
  }

  beforeEach(async () => {
    jasmine.clock().install();
    localStorage.clear();
    stage = new FakeStage();
    http = configure(
      ClassRunner,
      ClassRecords,
      { provide: Stages, useValue: { open: () => Promise.resolve(stage) } },
      { provide: WakeLock, useValue: wakeLock },
      { provide: NOW, useValue: () => NOON },
    );
    runner = TestBed.inject(ClassRunner);
    await start();
  });
  afterEach(() => jasmine.clock().uninstall());

  const pass = (seconds: number): void => {
    for (let step = 0; step < seconds * 5; step++) {
      stage.time += 0.2;
      jasmine.clock().tick(200);
    }
  };
  /** The records that are sent, one after the other, each answered. */
  const sent = () =>
    [
      [ids.sitting, ids.student],
      [OTHER_SITTING, OTHER],
    ].map(([id, studentId]) => {
      const asked = http.expectOne(`${API_ROOT}/sittings/${id}`);
      asked.flush({ ...sittingOf(), id, studentId, version: 2 });
      return { body: asked.request.body as unknown };
    });
  /** Goes on after a pause, with what is on record of the second student by then. */
  function goOn(change: Partial<Student> = {}): void {
    runner.pauseOrResume();
    for (const one of people)
      http
        .match(`${API_ROOT}/students/${one.id}`)
        .forEach((asked) => asked.flush(one.id === OTHER ? { ...one, ...change } : one));
  }
  const now = (): ClassRun => runner.run() as ClassRun;
  const firstMeeting = (): number => (meetingsOf(run)[0]?.at ?? 0) / 1000;

  it('begins all lanes at once, sounds one voice and comes to its end', () => {
    expect(run.lanes.length).toBe(2);
    expect(runner.state()).toBe('leading');
    pass(Math.ceil(endOfClass(run) / 1000) + 1);
    expect(runner.state()).toBe('over');
    expect(runner.message()).toBe('All done.');
    expect(stage.closed).withContext('the last bell rings out').toBeFalse();
  });

  it('eases one lane and says what it becomes; the other goes on as it was', () => {
    pass(firstMeeting() + 2);
    const other = now().lanes[1];
    runner.ease([0], 'one-count');
    expect(runner.message()).toMatch(/^Hesper: in .* from the next round on\.$/);
    expect(now().lanes[1]).toBe(other as never);
    expect(endOfClass(now())).toBe(endOfClass(run));
  });

  it('pauses everybody, silent at once, and goes on', () => {
    pass(firstMeeting() + 2);
    runner.pauseOrResume();
    expect(runner.state()).toBe('paused');
    expect(stage.heardNotes().some(({ at }) => at > stage.time)).toBeFalse();
    goOn();
    expect(runner.state()).toBe('leading');
  });

  it('after a pause everybody is screened anew: who may not go on rests, or is led no more, and the others go on', () => {
    pass(firstMeeting() + 2);
    runner.pauseOrResume();
    const seizures = {
      id: ids.natural,
      fact: 'epilepsy',
      since: null,
      until: null,
      due: null,
      note: '',
    } as never;
    goOn({ facts: [...student.facts, seizures] });
    expect(runner.state()).toBe('leading');
    expect(now().lanes.every(isLed)).toBeTrue();

    runner.pauseOrResume();
    goOn({ emergency: { sign: 'faint', day: TODAY } });
    expect(runner.message()).toMatch(/^Wren is led no more: /);
    expect(now().lanes.filter(isLed).length).toBe(1);
  });

  it('a sign is noted in a pause too, and taken back by a second press', () => {
    pass(firstMeeting() + 2);
    runner.pauseOrResume();
    runner.sign(OTHER, 'dizzy');
    expect(runner.signsOf(OTHER)).toEqual(['dizzy']);
    runner.sign(OTHER, 'dizzy');
    expect(runner.signsOf(OTHER)).toEqual([]);
    expect(runner.message()).toContain('taken back');
    expect(runner.state()).toBe('paused');
  });

  it('is paused where it was seen last, if the device slept', () => {
    pass(20);
    stage.time += 3_600;
    jasmine.clock().tick(200);
    expect(runner.state()).toBe('paused');
    expect(runner.message()).toContain('slept');
  });

  it('a sign of one lets them rest, and is on record of them alone', () => {
    pass(firstMeeting() + 2);
    runner.sign(OTHER, 'dizzy');
    expect(runner.signsOf(OTHER)).toEqual(['dizzy']);
    expect(runner.signsOf(ids.student)).toEqual([]);
    expect(now().lanes.every(isLed)).toBeTrue();
    runner.stop();
    expect(stage.closed).toBeTrue();
    TestBed.inject(ClassRecords).keepAll();
    const signs = sent().map(({ body }) => (body as { record: { signs: string[] } }).record.signs);
    expect(signs).toEqual([[], ['dizzy']]);
  });

  it('says why something is not done, and does nothing', () => {
    pass(firstMeeting() + 2);
    const before = now();
    for (let time = 0; time < 8; time++) runner.ease([0], 'halve');
    expect(runner.message()).not.toContain('from the next round on');
    expect(endOfClass(now())).toBe(endOfClass(before));
  });

  it('is kept in this browser each second, and taken up again', async () => {
    pass(firstMeeting() + 5);
    const held = TestBed.inject(ClassKeeper).kept() as KeptClass;
    expect(held.names).toEqual(kept.names);
    expect(Math.abs(held.at / 1000 - firstMeeting() - 5)).toBeLessThan(2);
    await runner.takeUpAgain(held, people);
    expect(runner.state()).toBe('leading');
    runner.endThere(held);
    expect(classState(now())).toBe('over');
    expect(runner.ledFor()).toBe(held.at);
  });

  it('is kept in little room, so that a class of an hour finds some', () => {
    const whole = JSON.stringify(now()).length;
    const written = localStorage.getItem('nuvrah.leading-class') ?? '';
    expect(written.length).toBeGreaterThan(0);
    expect(written.length).toBeLessThan(whole / 2);
  });

  it('another class that the page went away from is put on record before this one takes its place', () => {
    pass(firstMeeting() + 5);
    TestBed.inject(ClassRecords).putAsideOther();
    const outcomes = sent().map(({ body }) => (body as { record: { outcome: string } }).record.outcome);
    expect(outcomes).toEqual(['stopped', 'stopped']);
  });

  it('keeps the records of all before anything is told, and each once more with what is told', () => {
    pass(firstMeeting() + 5);
    runner.stop();
    const records = TestBed.inject(ClassRecords);
    records.keepAll();
    expect(records.safe()).toBeFalse();
    sent();
    expect(records.safe()).toBeTrue();
    expect(TestBed.inject(ClassKeeper).kept()).withContext('nothing is left to take up').toBeNull();
    records.tell(OTHER, { effort: 4 });
    expect(records.unsaved()).toBeTrue();
    records.keepAll();
    http.expectNone(`${API_ROOT}/sittings/${ids.sitting}`);
    const again = http.expectOne(`${API_ROOT}/sittings/${OTHER_SITTING}`);
    expect(again.request.body).toEqual(jasmine.objectContaining({ version: 2, effort: 4 }));
    again.flush({ ...sittingOf(), id: OTHER_SITTING, studentId: OTHER, version: 3 });
    expect(records.unsaved()).toBeFalse();
  });

  it('keeps what was told while the first record was still on its way', () => {
    pass(10);
    runner.stop();
    const records = TestBed.inject(ClassRecords);
    records.keepAll();
    records.tell(ids.student, { effort: 2 });
    records.keepAll();
    sent();
    const again = http.expectOne(`${API_ROOT}/sittings/${ids.sitting}`);
    expect(again.request.body).toEqual(jasmine.objectContaining({ version: 2, effort: 2 }));
    again.flush({ ...sittingOf(), version: 3 });
    expect(records.unsaved()).toBeFalse();
  });

  it('keeps them here while the server is away', () => {
    pass(10);
    runner.stop();
    const records = TestBed.inject(ClassRecords);
    records.keepAll();
    http.expectOne(`${API_ROOT}/sittings/${ids.sitting}`).error(new ProgressEvent('error'));
    expect(records.states().waiting).toBeTrue();
    expect(records.safe()).toBeTrue();
  });
});
