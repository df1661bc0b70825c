import type { HttpTestingController } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { API_ROOT, type Student } from '@nuvrah/contract';
import {
  configure,
  dayCheck,
  ids,
  NOON,
  session,
  sittingOf,
  storedSession,
  student,
  TODAY,
} from '../../testing/fixtures';
import { FakeStage } from '../../testing/fake-stage';
import { LeadKeeper } from './lead-keeper';
import { LeadStore } from './lead-store';
import { NOW } from '../../api/now';
import { Stages } from './stage';
import { WakeLock } from './wake-lock';
import { PATIENCE } from './lead-runner';

describe('leading', () => {
  let stage: FakeStage;
  let store: LeadStore;
  let http: HttpTestingController;
  /** The clock of the device. */
  let wall: number;
  const wakeLock = {
    keep: jasmine.createSpy('keep'),
    release: jasmine.createSpy('release'),
    awake: () => true,
  };

  beforeEach(async () => {
    jasmine.clock().install();
    localStorage.clear();
    stage = new FakeStage();
    http = configure(
      LeadStore,
      { provide: Stages, useValue: { open: () => Promise.resolve(stage) } },
      { provide: WakeLock, useValue: wakeLock },
      { provide: NOW, useValue: () => wall },
    );
    wall = NOON;
    store = TestBed.inject(LeadStore);
    store.begin(storedSession(), ids.sitting).subscribe();
    http.expectOne(`${API_ROOT}/sittings`).flush(sittingOf());
    await store.start(sittingOf());
  });
  afterEach(() => jasmine.clock().uninstall());

  /** Lets so many seconds pass, the page looking ahead all the while. */
  const pass = (seconds: number): void => {
    for (let step = 0; step < seconds * 5; step++) {
      stage.time += 0.2;
      jasmine.clock().tick(200);
    }
  };
  const total = (): number => (store.timeline()?.total ?? 0) / 1000;

  it('keeps the screen awake and runs to its end', () => {
    expect(wakeLock.keep).toHaveBeenCalled();
    expect(store.position()).toBeLessThan(0);
    pass(total() + 1);
    expect(store.run()?.state.kind).toBe('finished');
    expect(store.record()?.outcome).toBe('finished');
    expect(wakeLock.release).toHaveBeenCalled();
    expect(stage.closed).withContext('the last bell rings out').toBeFalse();
  });

  it('is paused where it was, if the device slept for an hour, and nothing that nobody breathed is done', () => {
    pass(20);
    const before = store.position();
    const sounded = stage.played.length;
    stage.time += 3_600;
    jasmine.clock().tick(200);
    expect(stage.played.length).withContext('nothing that was missed is sounded').toBe(sounded);
    expect(store.run()?.state.kind).toBe('paused');
    expect(store.message()).toContain('was asleep');
    expect(store.run()?.takes.at(-1)?.ledTo).toBeLessThanOrEqual(before);
    expect(stage.heardNotes().some(({ at }) => at > stage.time)).toBeFalse();
    store.pauseOrResume();
    expect(store.run()?.state.kind).toBe('leading');
    expect(store.record()).toBeNull();
  });

  it('begun late it ends when it was to end, with fewer rounds; too late it says so and leads as planned', async () => {
    store.leadFor({ ...student, dayCheck }, []);
    const whole = total();
    const now = TestBed.inject(NOW);
    await store.start(sittingOf(), now() + (whole - 60) * 1000);
    expect(total()).toBeLessThanOrEqual(whole - 60);
    expect(store.message()).toMatch(/^Rounds: .* \d+ of 8/);
    expect(store.run()?.log.map(({ what }) => what)).toEqual(['finish-by']);
    await store.start(sittingOf(), now() + 1_000);
    expect(total()).toBe(whole);
    expect(store.message()).toContain('There is too little time');
  });

  it('is silent at once when paused and takes the round up again', () => {
    pass(20);
    store.pauseOrResume();
    expect(store.run()?.state.kind).toBe('paused');
    expect(stage.heardNotes().every(({ at }) => at <= stage.time)).toBeTrue();
    pass(30);
    store.pauseOrResume();
    pass(total() + 1);
    const [passage] = store.record()?.passages ?? [];
    expect(passage?.kind === 'counted' && passage.cyclesDone).toBe(16);
    expect(store.record()?.pauses).toBe(1);
  });

  it('goes on with the breath in which it was paused, as well as with its round', () => {
    // The hand goes up for 5 s and the breath goes out for 4; a breath is 4 in and 4 out.
    pass(16);
    store.pauseOrResume();
    expect(store.pausedBreath()).toEqual(jasmine.objectContaining({ cycle: 1, with: 'exhale' }));
    store.pauseOrResume('breath');
    expect(store.run()?.state.kind).toBe('leading');
    expect(store.pausedBreath()).toBeNull();
    const counted = store.timeline()?.events.find(({ cycle }) => cycle !== null);
    expect(counted?.kind).toBe('exhale');
    pass(total() + 1);
    const [passage] = store.record()?.passages ?? [];
    expect(passage?.kind === 'counted' && passage.cyclesDone).toBe(16);
  });

  for (const hours of [-25, -1, 1, 25])
    it(`goes on evenly when the clock of the device is changed by ${hours} h, and keeps how long it was led`, () => {
      pass(20);
      const before = store.position();
      wall += hours * 3_600_000;
      pass(10);
      expect(store.run()?.state.kind).toBe('leading');
      expect((store.position() - before) / 1000).toBeCloseTo(10, 1);
      pass(total() + 1);
      expect(store.record()?.led).toBe(store.timeline()?.total as never);
      expect(store.record()?.outcome).toBe('finished');
    });

  it('goes on after a pause only as what is on record now allows', () => {
    store.leadFor({ ...student, dayCheck }, []);
    pass(20);
    expect(store.oneMoreRefused()).toBeNull();
    expect(store.easeRefused()).toBeNull();
    const goOn = (now: Student): string | undefined => {
      store.pauseOrResume();
      http.expectOne(`${API_ROOT}/students/${ids.student}`).flush(now);
      return store.run()?.state.kind;
    };
    store.pauseOrResume();
    expect(goOn({ ...student, dayCheck, emergency: { sign: 'chest-pain', day: TODAY } })).toBe('paused');
    expect(store.message()).toContain('emergency sign');
    expect(store.oneMoreRefused()).toContain('emergency sign');
    store.oneMore();
    expect(store.run()?.changes).toEqual([]);
    expect(goOn({ ...student, dayCheck })).toBe('leading');
    // Without a connection it is judged by what was known last.
    store.pauseOrResume();
    store.pauseOrResume();
    http.expectOne(`${API_ROOT}/students/${ids.student}`).error(new ProgressEvent('error'));
    expect(store.run()?.state.kind).toBe('leading');
  });

  it('goes on by what was known last when nobody answers', () => {
    store.leadFor({ ...student, dayCheck }, []);
    pass(20);
    store.pauseOrResume();
    store.pauseOrResume();
    http.expectOne(`${API_ROOT}/students/${ids.student}`);
    expect(store.run()?.state.kind).toBe('paused');
    jasmine.clock().tick(PATIENCE + 1);
    expect(store.run()?.state.kind).toBe('leading');
  });

  it('offers no more rounds than half as many again as were planned', () => {
    pass(20);
    for (let more = 0; more < 8; more++) store.oneMore();
    const [passage] = store.run()?.setup.session.passages ?? [];
    expect(store.timeline()?.passages[0]?.rounds?.cycles).toBe(24);
    expect(passage?.kind === 'counted' && passage.cycles).toBe(16);
    expect(store.message()).toContain('half as many again');
    expect(store.oneMoreRefused()).toContain('half as many again');
  });

  it('leads on without sound while the system has it, says so, and sounds on time when it is back', () => {
    pass(20);
    stage.audible = false;
    pass(10);
    expect(store.audible()).toBeFalse();
    expect(stage.heardNotes().some(({ at }) => at > stage.time)).toBeFalse();
    stage.audible = true;
    pass(0.2);
    const ahead = stage
      .heardNotes()
      .filter(({ at }) => at > stage.time)
      .map(({ at }) => at);
    expect(store.audible()).toBeTrue();
    expect(new Set(ahead).size).toEqual(ahead.length);
    pass(total() + 1);
    expect(store.record()?.outcome).toBe('finished');
  });

  it('turns the voice off and on while it is led, and makes no sound in a pause', () => {
    pass(12);
    expect(stage.loudness?.voice).toBeGreaterThan(0);
    store.turnVoice();
    TestBed.tick();
    expect(stage.loudness?.voice).toBe(0);
    const said = stage.said.length;
    pass(10);
    expect(stage.said.length).toBe(said);
    store.turnVoice();
    TestBed.tick();
    pass(10);
    expect(stage.said.length).toBeGreaterThan(said);
    store.pauseOrResume();
    const [notes, words] = [stage.played.length, stage.said.length];
    store.turnVoice();
    TestBed.tick();
    expect(stage.played.length).toBe(notes);
    expect(stage.said.length).toBe(words);
  });

  it('eases, ends early and stops, and says what it did or why not', () => {
    pass(12);
    store.ease();
    expect(store.message()).toBe('From round 2 on: in 3 · out 3.');
    store.lastRound();
    expect(store.message()).toBe('This round is the last.');
    store.lastRound();
    expect(store.message()).toBe('This is the last round already.');
    store.stop();
    expect(store.record()?.outcome).toBe('stopped');
    expect(stage.closed).toBeTrue();
    store.ease();
    expect(store.message()).toBe('Nothing is being led now.');
  });

  it('is taken up again at the interrupted round after the page went away', async () => {
    pass(30);
    const kept = TestBed.inject(LeadKeeper).kept();
    if (!kept) return fail('nothing was kept');
    const heard = store.position();
    expect(heard - kept.at).toBeLessThan(1_300);

    // The same browser after a reload: another store finds what the first one kept.
    stage = new FakeStage();
    const again = TestBed.runInInjectionContext(() => new LeadStore());
    await again.takeUpAgain(kept);
    expect(again.run()?.takes.length).toBe(2);
    expect(again.timeline()?.events.find(({ round }) => round !== null)?.round).toBe(2);
    for (let step = 0; step < total() * 6; step++) {
      stage.time += 0.2;
      jasmine.clock().tick(200);
    }
    const [passage] = again.record()?.passages ?? [];
    expect(passage?.kind === 'counted' && [passage.cyclesDone, passage.cyclesPlanned]).toEqual([16, 16]);
  });

  it('can be ended where it was interrupted, with what was done', () => {
    pass(30);
    const kept = TestBed.inject(LeadKeeper).kept();
    if (!kept) return fail('nothing was kept');
    store.endInterrupted(kept);
    const [passage] = store.record()?.passages ?? [];
    expect(store.record()?.outcome).toBe('stopped');
    expect(passage?.kind === 'counted' && passage.cyclesDone).toBe(2);
  });

  it('puts what was really done on record, signs and all, over the version it knows', () => {
    pass(30);
    store.stop();
    store.setSigns(['dizzy']);
    store.save({ effort: 4, feltAfter: null, note: 'short' }).subscribe();
    const request = http.expectOne({ method: 'PUT', url: `${API_ROOT}/sittings/${ids.sitting}` });
    expect(request.request.body).toEqual({
      version: 1,
      record: jasmine.objectContaining({ outcome: 'stopped', signs: ['dizzy'] }),
      effort: 4,
      feltAfter: null,
      note: 'short',
    });
    request.flush({ ...sittingOf(session), version: 2 });
    store.save({ effort: 5, feltAfter: null, note: '' }).subscribe();
    const again = http.expectOne({ method: 'PUT', url: `${API_ROOT}/sittings/${ids.sitting}` });
    expect((again.request.body as { version: number }).version).toBe(2);
  });
});
