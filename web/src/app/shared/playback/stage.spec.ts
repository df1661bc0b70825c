import { TestBed } from '@angular/core/testing';
import { millis, seconds, splice, type Note, type Saying } from '@nuvrah/core';
import { VoiceRecordings } from './recordings';
import { Stages, type Stage } from './stage';

const note: Note = {
  kind: 'phase',
  at: millis(0),
  pitch: 440,
  length: seconds(0.1),
  level: 0.1,
  pan: 0,
  felt: [],
};

describe('the stage', () => {
  const open = (): Promise<Stage> => TestBed.inject(Stages).open();

  it('is audible where the browser starts its audio clock', async () => {
    const stage = await open();
    expect(stage.audible).toBeTrue();
    expect(stage.heard()).toBeLessThanOrEqual(stage.now());
    stage.play(note, stage.now()).cancel();
    await stage.close();
  });

  it('says nothing that comes too late to be true', async () => {
    await TestBed.inject(VoiceRecordings).load();
    const stage = await open();
    const started = spyOn(AudioBufferSourceNode.prototype, 'start').and.callThrough();
    const clips = splice('Inhale left')?.clips ?? null;
    const saying: Saying = { kind: 'cue', at: millis(0), until: millis(700), words: 'Inhale left', clips };
    stage.say(saying, stage.now() - 1).cancel();
    expect(started).not.toHaveBeenCalled();
    stage.say(saying, stage.now() + 1).cancel();
    expect(started).toHaveBeenCalledTimes(1);
    await stage.close();
  });

  it('is silent, with a clock all the same, where the browser refuses audio', async () => {
    spyOn(AudioContext.prototype, 'resume').and.rejectWith(new Error('not allowed'));
    const stage = await open();
    expect(stage.audible).toBeFalse();
    const before = stage.now();
    await new Promise(requestAnimationFrame);
    await new Promise(requestAnimationFrame);
    expect(stage.heard()).toBeGreaterThan(before);
    expect(() => stage.play(note, 0).cancel()).not.toThrow();
    await stage.close();
  });

  it('goes on by the clock of the page while the system holds the sound, and is audible again after it', async () => {
    const context = new AudioContext();
    await context.resume();
    spyOn(window as unknown as { AudioContext: () => AudioContext }, 'AudioContext').and.returnValue(context);
    const changed = (): Promise<unknown> =>
      new Promise((resolve) => context.addEventListener('statechange', resolve, { once: true }));
    const stage = await open();
    const before = stage.now();
    const resume = spyOn(context, 'resume').and.resolveTo();
    await Promise.all([changed(), context.suspend()]);
    expect(stage.audible).toBeFalse();
    expect(resume.calls.count()).toBe(1);
    await new Promise(requestAnimationFrame);
    await new Promise(requestAnimationFrame);
    const silent = stage.now();
    expect(silent).toBeGreaterThan(before);
    resume.and.callThrough();
    await Promise.all([changed(), context.resume()]);
    expect(stage.audible).toBeTrue();
    expect(stage.now()).toBeGreaterThanOrEqual(silent);
    await stage.close();
  });

  it('is silent where permission is neither given nor refused', async () => {
    jasmine.clock().install();
    spyOn(AudioContext.prototype, 'resume').and.returnValue(new Promise<void>(() => undefined));
    const opening = open();
    jasmine.clock().tick(1_500);
    jasmine.clock().uninstall();
    expect((await opening).audible).toBeFalse();
  });
});
