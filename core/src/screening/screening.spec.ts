import { compileSession } from '../timeline/index.js';
import { conventions, counted, passageOf, sessionOf } from '../testing.js';
import { counts, pace, seconds } from '../units/index.js';
import type { Passage } from '../session/index.js';
import { describeNeeds, leadGate, SIGNS, signById } from './index.js';

describe('leading before screening exists', () => {
  const timelineOf = (text: string, base: number, ms = 1000) =>
    compileSession(sessionOf(counted(text, base, { pace: pace(ms) })), { hand: 'right' }, conventions());

  it('is open without holds and with turning pauses up to 2 s', () => {
    expect(leadGate(timelineOf('1:2', 5), false).open).toBeTrue();
    expect(leadGate(timelineOf('2:1:2', 4), false).open).toBeTrue();
  });

  it('needs a paper screening just above 2 s, however few counts that is', () => {
    const gate = leadGate(timelineOf('2:1:2', 4, 1001), false);
    const needs = { longestHold: seconds(2.002), locks: false, strokes: false };
    expect(gate).toEqual({ open: false, code: 'needs-paper-screening', needs });
  });

  it('counts empty holds too, and opens with the screening on record', () => {
    expect(leadGate(timelineOf('4:0:4:3', 4), false).open).toBeFalse();
    expect(leadGate(timelineOf('1:4:2', 4), true).open).toBeTrue();
  });

  it('needs one for strokes, for locks, for an open hold at its cap and for a ramp at its limit', () => {
    const needsOf = (passage: Passage): string => {
      const gate = leadGate(compileSession(sessionOf(passage), { hand: 'right' }, conventions()), false);
      return gate.open ? 'nothing' : describeNeeds(gate.needs);
    };
    expect(needsOf(passageOf('kapalabhati', 'strokes'))).toBe('strokes');
    const chin = { internalHold: ['chin'], externalHold: [], fromRound: 1 } as const;
    expect(needsOf(counted('1:1:2', 5, { locks: chin }))).toBe('a hold of 5 s and locks');
    const open = { phase: 'internalHold', expected: seconds(1), cap: seconds(9) } as const;
    expect(needsOf(counted('1:2', 4, { openHold: open }))).toBe('a hold of 9 s');
    const ramp = { kind: 'step', of: 'internalHold', by: 1, every: 2, to: counts(6) } as const;
    expect(needsOf(counted('4:1:8', 4, { ramps: [ramp], cycles: 4 }))).toBe('a hold of 6 s');
    expect(needsOf(passageOf('breath-watching', 'natural'))).toBe('nothing');
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
