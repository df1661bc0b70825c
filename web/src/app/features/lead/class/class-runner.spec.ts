import { TestBed } from '@angular/core/testing';
import { API_ROOT, type Student } from '@nuvrah/contract';
import { classState, endOfClass, isLed } from '@nuvrah/core';
import { BEGUN, IN_THE_CLASS, LedClass, OTHER, OTHER_SITTING } from '../../../testing/led-class';
import { ids, sittingOf, student, TODAY } from '../../../testing/fixtures';
import { ClassKeeper, type KeptClass } from './class-keeper';
import { ClassRecords } from './class-records';
import type { ClassRunner } from './class-runner';

describe('leading a class', () => {
  let led: LedClass;
  let runner: ClassRunner;

  beforeEach(async () => {
    led = await LedClass.of();
    runner = led.runner;
  });
  afterEach(() => led.end());

  /** Goes on after a pause, with what is on record of the second student by then. */
  function goOn(change: Partial<Student> = {}): void {
    runner.pauseOrResume();
    for (const one of IN_THE_CLASS)
      led.http
        .match(`${API_ROOT}/students/${one.id}`)
        .forEach((asked) => asked.flush(one.id === OTHER ? { ...one, ...change } : one));
  }
  it('begins all lanes at once, sounds one voice and comes to its end', () => {
    expect(led.begun.lanes.length).toBe(2);
    expect(runner.state()).toBe('leading');
    led.pass(Math.ceil(endOfClass(led.begun) / 1000) + 1);
    expect(runner.state()).toBe('over');
    expect(runner.message()).toBe('All done.');
    expect(led.stage.closed).withContext('the last bell rings out').toBeFalse();
  });

  it('eases one lane and says what it becomes; the other goes on as it was', () => {
    led.pass(led.firstMeeting() + 2);
    const other = led.run().lanes[1];
    runner.ease([0], 'one-count');
    expect(runner.message()).toMatch(/^Hesper: in .* from the next round on\.$/);
    expect(led.run().lanes[1]).toBe(other as never);
    expect(endOfClass(led.run())).toBe(endOfClass(led.begun));
  });

  it('pauses everybody, silent at once, and goes on', () => {
    led.pass(led.firstMeeting() + 2);
    runner.pauseOrResume();
    expect(runner.state()).toBe('paused');
    expect(led.stage.heardNotes().some(({ at }) => at > led.stage.time)).toBeFalse();
    goOn();
    expect(runner.state()).toBe('leading');
  });

  it('after a pause everybody is screened anew: who may not go on rests, or is led no more, and the others go on', () => {
    led.pass(led.firstMeeting() + 2);
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
    expect(led.run().lanes.every(isLed)).toBeTrue();

    runner.pauseOrResume();
    goOn({ emergency: { sign: 'faint', day: TODAY } });
    expect(runner.message()).toMatch(/^Wren is led no more: /);
    expect(led.run().lanes.filter(isLed).length).toBe(1);
  });

  it('a sign is noted in a pause too, and taken back by a second press', () => {
    led.pass(led.firstMeeting() + 2);
    runner.pauseOrResume();
    runner.sign(OTHER, 'dizzy');
    expect(runner.signsOf(OTHER)).toEqual(['dizzy']);
    runner.sign(OTHER, 'dizzy');
    expect(runner.signsOf(OTHER)).toEqual([]);
    expect(runner.message()).toContain('taken back');
    expect(runner.state()).toBe('paused');
  });

  it('is paused where it was seen last, if the device slept', () => {
    led.pass(20);
    led.stage.time += 3_600;
    jasmine.clock().tick(200);
    expect(runner.state()).toBe('paused');
    expect(runner.message()).toContain('slept');
  });

  it('a sign of one lets them rest, and is on record of them alone', () => {
    led.pass(led.firstMeeting() + 2);
    runner.sign(OTHER, 'dizzy');
    expect(runner.signsOf(OTHER)).toEqual(['dizzy']);
    expect(runner.signsOf(ids.student)).toEqual([]);
    expect(led.run().lanes.every(isLed)).toBeTrue();
    runner.stop();
    expect(led.stage.closed).toBeTrue();
    TestBed.inject(ClassRecords).keepAll();
    const signs = led.records().map(({ body }) => (body as { record: { signs: string[] } }).record.signs);
    expect(signs).toEqual([[], ['dizzy']]);
  });

  it('says why something is not done, and does nothing', () => {
    led.pass(led.firstMeeting() + 2);
    const before = led.run();
    for (let time = 0; time < 8; time++) runner.ease([0], 'halve');
    expect(runner.message()).not.toContain('from the next round on');
    expect(endOfClass(led.run())).toBe(endOfClass(before));
  });

  it('is kept in this browser each second, and taken up again', async () => {
    led.pass(led.firstMeeting() + 5);
    const held = TestBed.inject(ClassKeeper).kept() as KeptClass;
    expect(held.names).toEqual(BEGUN.names);
    expect(Math.abs(held.at / 1000 - led.firstMeeting() - 5)).toBeLessThan(2);
    await runner.takeUpAgain(held, IN_THE_CLASS);
    expect(runner.state()).toBe('leading');
    runner.endThere(held);
    expect(classState(led.run())).toBe('over');
    expect(runner.ledFor()).toBe(held.at);
  });

  it('is kept in little room, so that a class of an hour finds some', () => {
    const whole = JSON.stringify(led.run()).length;
    const written = localStorage.getItem('nuvrah.leading-class') ?? '';
    expect(written.length).toBeGreaterThan(0);
    expect(written.length).toBeLessThan(whole / 2);
  });

  it('another class that the page went away from is put on record before this one takes its place', () => {
    led.pass(led.firstMeeting() + 5);
    TestBed.inject(ClassRecords).putAsideOther();
    const outcomes = led
      .records()
      .map(({ body }) => (body as { record: { outcome: string } }).record.outcome);
    expect(outcomes).toEqual(['stopped', 'stopped']);
  });

  it('keeps the records of all before anything is told, and each once more with what is told', () => {
    led.pass(led.firstMeeting() + 5);
    runner.stop();
    const records = TestBed.inject(ClassRecords);
    records.keepAll();
    expect(records.safe()).toBeFalse();
    led.records();
    expect(records.safe()).toBeTrue();
    expect(TestBed.inject(ClassKeeper).kept()).withContext('nothing is left to take up').toBeNull();
    records.tell(OTHER, { effort: 4 });
    expect(records.unsaved()).toBeTrue();
    records.keepAll();
    led.http.expectNone(`${API_ROOT}/sittings/${ids.sitting}`);
    const again = led.http.expectOne(`${API_ROOT}/sittings/${OTHER_SITTING}`);
    expect(again.request.body).toEqual(jasmine.objectContaining({ version: 2, effort: 4 }));
    again.flush({ ...sittingOf(), id: OTHER_SITTING, studentId: OTHER, version: 3 });
    expect(records.unsaved()).toBeFalse();
  });

  it('goes on within a minute after everybody was stopped, each from the round that was interrupted; what is led then is on record too', async () => {
    led.pass(led.firstMeeting() + 5);
    runner.stopLane([1]);
    led.pass(2);
    runner.stop();
    const records = TestBed.inject(ClassRecords);
    records.keepAll();
    led.records();
    led.pass(20);
    expect(runner.mayGoOnFor()).toBe(40);
    const before = runner.ledFor();
    await runner.goOnAfterStop();
    goOn();
    expect(runner.state()).toBe('leading');
    expect(led.run().lanes.map(isLed)).toEqual([true, false]);
    expect(runner.mayGoOnFor()).toBe(0);
    expect(
      TestBed.inject(ClassKeeper)
        .kept()
        ?.sittings.map(({ version }) => version),
    ).toEqual([2, 2]);
    led.pass(10);
    runner.stop();
    expect(runner.ledFor()).toBeGreaterThan(before);
    records.keepAll();
    const versions = led.records().map(({ body }) => (body as { version: number }).version);
    expect(versions).toEqual([2, 2]);
    expect(records.safe()).toBeTrue();
  });

  it('does not go on after a minute, nor where it was said that it is over', async () => {
    led.pass(10);
    runner.stop();
    led.pass(60);
    expect(runner.mayGoOnFor()).toBe(0);
    await runner.goOnAfterStop();
    expect(runner.state()).toBe('over');
  });

  it('whoever tells of a sign after the stop rests while the others go on', async () => {
    led.pass(led.firstMeeting() + 5);
    runner.stop();
    runner.signsAfter(OTHER, ['dizzy']);
    await runner.goOnAfterStop();
    goOn();
    expect(led.run().lanes.every(isLed)).toBeTrue();
    expect(runner.message()).toMatch(/^Wren breathes naturally: /);
  });

  it('keeps what was told while the first record was still on its way', () => {
    led.pass(10);
    runner.stop();
    const records = TestBed.inject(ClassRecords);
    records.keepAll();
    records.tell(ids.student, { effort: 2 });
    records.keepAll();
    led.records();
    const again = led.http.expectOne(`${API_ROOT}/sittings/${ids.sitting}`);
    expect(again.request.body).toEqual(jasmine.objectContaining({ version: 2, effort: 2 }));
    again.flush({ ...sittingOf(), version: 3 });
    expect(records.unsaved()).toBeFalse();
  });

  it('keeps them here while the server is away', () => {
    led.pass(10);
    runner.stop();
    const records = TestBed.inject(ClassRecords);
    records.keepAll();
    led.http.expectOne(`${API_ROOT}/sittings/${ids.sitting}`).error(new ProgressEvent('error'));
    expect(records.states().waiting).toBeTrue();
    expect(records.safe()).toBeTrue();
  });
});
