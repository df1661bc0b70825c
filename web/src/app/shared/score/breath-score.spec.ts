import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { compileSession, DEFAULT_CONVENTIONS } from '@nuvrah/core';
import { configure, session } from '../../testing/fixtures';
import { BreathScore } from './breath-score';

describe('the breath score', () => {
  let fixture: ComponentFixture<BreathScore>;
  let page: HTMLElement;

  beforeEach(() => {
    configure();
    fixture = TestBed.createComponent(BreathScore);
    fixture.componentRef.setInput(
      'timeline',
      compileSession(session, { hand: 'right' }, DEFAULT_CONVENTIONS),
    );
    fixture.componentRef.setInput('passage', 0);
    page = fixture.nativeElement as HTMLElement;
    document.body.append(page);
    fixture.detectChanges();
  });
  afterEach(() => page.remove());

  const press = (key: string, shiftKey = false): void => {
    page
      .querySelector('.score')
      ?.dispatchEvent(new KeyboardEvent('keydown', { key, shiftKey, bubbles: true }));
    fixture.detectChanges();
  };
  const said = (): string => page.querySelector('[aria-live]')?.textContent ?? '';

  it('is walked by keyboard with each phase announced', () => {
    const heard: string[] = [];
    for (let step = 0; step < 4; step++) {
      press('ArrowRight');
      heard.push(said());
    }
    expect(heard).toEqual([
      'Raise the hand, 5 s, from 0:00.',
      'Exhale left, 4 counts, 4 s, from 0:05.',
      'Round 1, inhale left, 4 counts, 4 s, from 0:09.',
      'Round 1, exhale right, 4 counts, 4 s, from 0:13.',
    ]);
    press('ArrowLeft');
    expect(said()).toContain('inhale left');
    press('End');
    expect(said()).toContain('Breathe naturally');
    press('Home');
    expect(said()).toContain('Raise the hand');
  });

  it('zooms from the whole session to one round', () => {
    const button = (name: string): void => {
      const found = [...page.querySelectorAll('button')].find(
        ({ textContent }) => textContent.trim() === name,
      );
      found?.click();
      fixture.detectChanges();
    };
    const rounds = (): number => page.querySelectorAll('text.round').length;
    button('Session');
    expect(rounds()).toBeGreaterThan(3);
    button('Rounds');
    expect(rounds()).toBeLessThan(4);
  });
});
