import {
  beginRun,
  compileSession,
  currentTake,
  DEFAULT_CONVENTIONS,
  DEFAULT_SOUND,
  easeRun,
  millis,
  notesOf,
  sayingsOf,
} from '@nuvrah/core';
import { session } from '../../testing/fixtures';
import { FakeStage } from '../../testing/fake-stage';
import { AHEAD, SoundScheduler } from './sound-scheduler';

const timeline = compileSession(session, { hand: 'right' }, DEFAULT_CONVENTIONS);
const ORIGIN = 100.3;
const HEARD = { sound: DEFAULT_SOUND, naming: 'english' } as const;

describe('the sound scheduler', () => {
  it('schedules every note once at its moment on the audio clock, however unevenly it looks', () => {
    const stage = new FakeStage();
    const scheduler = new SoundScheduler(stage, timeline, ORIGIN, HEARD);
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
    const scheduler = new SoundScheduler(stage, timeline, ORIGIN, HEARD);
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
    const scheduler = new SoundScheduler(stage, timeline, ORIGIN, HEARD);
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

  it('says every word once at its moment, and tones step back under it', () => {
    const stage = new FakeStage();
    const scheduler = new SoundScheduler(stage, timeline, ORIGIN, HEARD);
    expect(stage.loudness).toEqual(DEFAULT_SOUND.loudness);
    for (; stage.time < ORIGIN + timeline.total / 1000 + 1; stage.time += 0.4) scheduler.lookAhead();
    const expected = sayingsOf(timeline, DEFAULT_SOUND, 'english');
    expect(stage.said.map(({ saying }) => saying)).toEqual([...expected]);
    expect(stage.said.map(({ at }) => at)).toEqual(expected.map(({ at }) => ORIGIN + at / 1000));
    const inhale = timeline.events.find(({ kind }) => kind === 'inhale')?.from;
    const levels = [stage.played, notesOf(timeline).map((note) => ({ note }))].map(
      (all) => all.find(({ note }) => note.at === inhale && note.kind === 'phase')?.note.level,
    );
    expect(levels[0]).toBeLessThan(levels[1] ?? 0);
  });

  it('falls silent at once when the voice is turned down, and tones are themselves again', () => {
    const stage = new FakeStage();
    const scheduler = new SoundScheduler(stage, timeline, ORIGIN, HEARD);
    for (; stage.time < ORIGIN + 12; stage.time += 0.2) scheduler.lookAhead();
    const before = stage.said.length;
    expect(before).toBeGreaterThan(3);
    scheduler.hear({ ...HEARD, sound: { ...DEFAULT_SOUND, loudness: { voice: 0, tones: 1, ticks: 1 } } });
    for (; stage.time < ORIGIN + 20; stage.time += 0.2) scheduler.lookAhead();
    expect(stage.said.length).toBe(before);
    expect(stage.said.filter(({ at, cancelled }) => at > ORIGIN + 12.2 && !cancelled)).toEqual([]);
    expect(stage.loudness?.voice).toBe(0);
    expect(new Set(stage.heardNotes().map(({ at }) => at)).size).toBe(
      new Set(
        notesOf(timeline)
          .filter(({ at }) => at < stage.time * 1000 - ORIGIN * 1000 + AHEAD - 200)
          .map(({ at }) => at),
      ).size,
    );
  });

  it('is quiet when silenced', () => {
    const stage = new FakeStage();
    const scheduler = new SoundScheduler(stage, timeline, ORIGIN, HEARD);
    scheduler.lookAhead();
    expect(stage.heardNotes().length).toBeGreaterThan(0);
    scheduler.silence();
    expect(stage.heardNotes()).toEqual([]);
  });

  it('is felt by the hand where that is wished, twice for in and long for out, and not once it is silenced', () => {
    jasmine.clock().install();
    const vibrate = spyOn(navigator, 'vibrate').and.returnValue(true);
    const stage = new FakeStage();
    const sound = { ...DEFAULT_SOUND, vibrates: true };
    const scheduler = new SoundScheduler(stage, timeline, ORIGIN, { ...HEARD, sound });
    const pass = (seconds: number): void => {
      for (let step = 0; step < seconds * 5; step++) {
        scheduler.lookAhead();
        stage.time += 0.2;
        jasmine.clock().tick(200);
      }
    };
    pass(20);
    const felt = vibrate.calls.allArgs().map(([pattern]) => (pattern as number[]).length);
    expect(felt).toContain(3);
    expect(felt).toContain(1);
    scheduler.silence();
    vibrate.calls.reset();
    jasmine.clock().tick(3_000);
    expect(vibrate).not.toHaveBeenCalled();
    jasmine.clock().uninstall();
  });
});
