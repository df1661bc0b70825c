import { compileSession } from '../timeline/index.js';
import { conventions, counted, sessionOf } from '../testing.js';
import { pace, seconds } from '../units/index.js';
import { leadGate, SIGNS, signById } from './index.js';

describe('leading before screening exists', () => {
  const timelineOf = (text: string, base: number, ms = 1000) =>
    compileSession(sessionOf(counted(text, base, { pace: pace(ms) })), { hand: 'right' }, conventions());

  it('is open without holds and with turning pauses up to 2 s', () => {
    expect(leadGate(timelineOf('1:2', 5), false).open).toBeTrue();
    expect(leadGate(timelineOf('2:1:2', 4), false).open).toBeTrue();
  });

  it('needs a paper screening just above 2 s, however few counts that is', () => {
    const gate = leadGate(timelineOf('2:1:2', 4, 1001), false);
    expect(gate).toEqual({ open: false, code: 'needs-paper-screening', longestHold: seconds(2.002) });
  });

  it('counts empty holds too, and opens with the screening on record', () => {
    expect(leadGate(timelineOf('4:0:4:3', 4), false).open).toBeFalse();
    expect(leadGate(timelineOf('1:4:2', 4), true).open).toBeTrue();
  });
});

describe('signs', () => {
  it('say what to do, emergencies first in the list', () => {
    const kinds = SIGNS.map((sign) => sign.kind);
    expect(kinds.lastIndexOf('emergency')).toBeLessThan(kinds.indexOf('stop'));
    for (const sign of SIGNS) expect(sign.act.length).toBeGreaterThan(40);
    expect(new Set(SIGNS.map((sign) => sign.id)).size).toBe(SIGNS.length);
  });
  it('send chest pain to emergency help and dizziness to natural breath', () => {
    expect(signById('chest-pain').act).toContain('call emergency help');
    expect(signById('dizzy').act).toContain('breathe naturally');
  });
});
