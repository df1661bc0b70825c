import {
  beginRun,
  compileSession,
  currentTake,
  DEFAULT_CONVENTIONS,
  easeRun,
  millis,
  notesOf,
} from '@nuvrah/core';
import { session } from '../../testing/fixtures';
import { FakeStage } from '../../testing/fake-stage';
import { AHEAD, SoundScheduler } from './sound-scheduler';

const timeline = compileSession(session, { hand: 'right' }, DEFAULT_CONVENTIONS);
const ORIGIN = 100.3;

describe('the sound scheduler', () => {
  it('schedules every note once at its moment on the audio clock, however unevenly it looks', () => {
    const stage = new FakeStage();
    const scheduler = new SoundScheduler(stage, timeline, ORIGIN);
    const steps = [0.05, 0.2, 1.1, 0.01, 0.7];
    for (let look = 0; stage.time < ORIGIN + timeline.total / 1000 + 1; look++) {
      scheduler.lookAhead();
      stage.time += steps[look % steps.length] ?? 0.2;
    }
    const expected = notesOf(timeline).map((note) => ORIGIN + note.at / 1000);
    expect(stage.played.map(({ at }) => at)).toEqual(expected);
  });

  it('is far enough ahead that a page busy for a second is not heard', () => {
    const stage = new FakeStage();
    const scheduler = new SoundScheduler(stage, timeline, ORIGIN);
    for (; stage.time < ORIGIN + 60; stage.time += 1) {
      const before = stage.played.length;
      scheduler.lookAhead();
      if (before === 0) continue;
      for (const { at } of stage.played.slice(before)) expect(at).toBeGreaterThanOrEqual(stage.time);
    }
    expect(AHEAD).toBeGreaterThanOrEqual(1_000);
  });

  it('takes back what a change replaces and keeps what it does not', () => {
    const stage = new FakeStage();
    const run = beginRun({ session, student: { hand: 'right' }, conventions: DEFAULT_CONVENTIONS });
    const scheduler = new SoundScheduler(stage, timeline, ORIGIN);
    // The first round ends at 25 s; the change comes when the second round is already scheduled.
    const at = 24.5;
    for (; stage.time <= ORIGIN + at; stage.time += 0.1) scheduler.lookAhead();
    const eased = easeRun(run, millis(scheduler.position()));
    if (!eased.ok) return fail(eased.problem.code);
    const next = currentTake(eased.value).timeline;
    scheduler.replace(next);
    for (; stage.time <= ORIGIN + 60; stage.time += 0.1) scheduler.lookAhead();
    const heard = stage.heardNotes().map(({ at: moment }) => Math.round((moment - ORIGIN) * 1000));
    const expected = notesOf(next).map(({ at: moment }) => Number(moment));
    expect(heard.filter((moment) => moment < 60_000)).toEqual(expected.filter((moment) => moment < 60_000));
  });

  it('is quiet when silenced', () => {
    const stage = new FakeStage();
    const scheduler = new SoundScheduler(stage, timeline, ORIGIN);
    scheduler.lookAhead();
    expect(stage.heardNotes().length).toBeGreaterThan(0);
    scheduler.silence();
    expect(stage.heardNotes()).toEqual([]);
  });
});
