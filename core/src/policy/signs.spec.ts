import { SIGNS, signById } from './index.js';

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
