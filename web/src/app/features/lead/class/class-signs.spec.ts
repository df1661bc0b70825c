import { signal } from '@angular/core';
import type { SignId } from '@nuvrah/core';
import { configure } from '../../../testing/fixtures';
import { Shown } from '../../../testing/shown';
import { ClassRunner } from './class-runner';
import { ClassSigns } from './class-signs';

describe('signs of a class', () => {
  let panel: Shown<ClassSigns>;
  const noted = signal<readonly SignId[]>([]);
  const quiet = jasmine.createSpy('quiet');

  beforeEach(() => {
    noted.set([]);
    quiet.calls.reset();
    const runner = {
      run: noted,
      sign: (student: string, sign: SignId) => student === 'b' && noted.set([sign]),
      signsOf: (student: string) => (student === 'b' ? noted() : []),
      quiet,
    };
    configure({ provide: ClassRunner, useValue: runner });
    panel = new Shown(ClassSigns, {
      names: [
        { id: 'a', name: 'Hesper' },
        { id: 'b', name: 'Ingrid' },
      ],
    });
  });

  const topOf = (words: string): number =>
    [...panel.page.querySelectorAll('button')].find((one) => one.textContent.trim() === words)?.offsetTop ??
    -1;

  it('are asked of one student, and say what to do without moving what was pressed', () => {
    expect(panel.text()).not.toContain('Dizzy');
    panel.press('Ingrid');
    const before = topOf('Dizzy');
    panel.press('Dizzy');
    expect(noted()).toEqual(['dizzy']);
    expect(panel.text('[role=alert]')).toContain('breathe naturally');
    expect(topOf('Dizzy')).toBe(before);
    expect(topOf('Faint')).toBeGreaterThan(0);
  });

  it('leave it open how the others go on', () => {
    panel.press('Ingrid');
    panel.press('Tingling');
    panel.press('The others breathe naturally too');
    expect(quiet).toHaveBeenCalledTimes(1);
    panel.press('Hesper');
    expect(panel.page.querySelector('[role=alert]')).toBeNull();
  });
});
