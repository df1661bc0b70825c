import type { Type } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import {
  checkPassage,
  DEFAULT_CONVENTIONS,
  EAR_HANDS,
  newPassage,
  seconds,
  SEATS,
  withFittedParts,
  type CountedPassage,
  type Passage,
  type StrokePassage,
  type TechniqueId,
} from '@nuvrah/core';
import { configure } from '../../testing/fixtures';
import { boxOf, chooseOption, shownIn } from '../../testing/kit';
import { BreathForm } from './breath-form';
import { ModifierForm } from './modifier-form';
import { HoldForm } from './hold-form';
import type { PassageEdit } from './session-edits';
import { RampForm } from './ramp-form';
import { StrokeForm } from './stroke-form';

describe('the forms of a passage', () => {
  let fixture: ComponentFixture<unknown>;
  let page: HTMLElement;
  let passage: Passage;

  /** Opens a form on a technique; what it edits is what it then shows, as on the Bench. */
  function open(form: Type<unknown>, technique: TechniqueId, change: Partial<CountedPassage> = {}): void {
    configure();
    fixture = TestBed.createComponent(form);
    passage = { ...newPassage(technique, 'a'), ...change } as Passage;
    const show = (): void => {
      fixture.componentRef.setInput('passage', passage);
      fixture.detectChanges();
    };
    (
      fixture.componentInstance as { edit: { subscribe: (take: (edit: PassageEdit) => void) => void } }
    ).edit.subscribe((edit) => {
      passage = edit.passage.kind === 'counted' ? withFittedParts(edit.passage) : edit.passage;
      show();
    });
    if (form === HoldForm || form === RampForm || form === BreathForm)
      fixture.componentRef.setInput('conventions', DEFAULT_CONVENTIONS);
    show();
    page = fixture.nativeElement as HTMLElement;
  }
  const counted = (): CountedPassage => passage as CountedPassage;
  const strokes = (): StrokePassage => passage as StrokePassage;
  const type = (label: string, text: string): void => {
    const box = page.querySelector(`input[aria-label="${label}"]`) as HTMLInputElement;
    box.value = text;
    box.dispatchEvent(new Event('input'));
    fixture.detectChanges();
  };
  const choose = (label: string, words: string): void => chooseOption(shownIn(fixture), label, words);
  const check = (words: string): HTMLInputElement => boxOf(page, words) as HTMLInputElement;
  const tick = (words: string): void => {
    check(words).click();
    fixture.detectChanges();
  };
  const press = (words: string): void => {
    [...page.querySelectorAll('button')].find((button) => button.textContent.includes(words))?.click();
    fixture.detectChanges();
  };
  const alerts = (): string =>
    [...page.querySelectorAll('[role=alert]')].map((alert) => alert.textContent).join(' ');

  it('takes a breath in parts: each part sets the breath, and they keep their sum', () => {
    open(BreathForm, 'three-part');
    type('inhale ribs', '3');
    expect(counted().parts.inhale?.lengths.map(Number)).toEqual([2, 3, 2]);
    expect(Number(counted().base)).toBe(7);
    type('pause between parts of the inhale', '0.5');
    expect(Number(counted().parts.inhale?.pause)).toBe(0.5);
    tick('exhale in parts');
    expect(counted().parts.exhale).toBeNull();
    expect(checkPassage(passage, DEFAULT_CONVENTIONS)).toEqual([]);
  });

  it('takes turning pauses up to two seconds, and names the nearest value beyond', () => {
    open(BreathForm, 'ujjayi');
    type('turning pause, full', '2');
    expect(Number(counted().turning.full)).toBe(2);
    type('turning pause, full', '3');
    expect(alerts()).toContain('The nearest is 2.');
    expect(Number(counted().turning.full)).toBe(2);
  });

  it('follows the sides by attention and takes minutes at own pace', () => {
    open(BreathForm, 'nadi-shodhana');
    choose('sides followed by', 'attention, hands down');
    type('minutes at own pace', '2:30');
    expect(counted().byAttention).toBeTrue();
    expect(Number(counted().ownPace)).toBe(150);
    // In 4 and out 4 at a second a count.
    type('breaths at own pace', '10');
    expect(Number(counted().ownPace)).toBe(80);
  });

  it('is all at own pace, as long as its rounds were, and counted again', () => {
    open(BreathForm, 'nadi-shodhana', { cycles: 10 });
    tick('All of it at own pace');
    expect(counted()).toEqual(jasmine.objectContaining({ cycles: 0, ownPace: seconds(80) }));
    expect(check('All of it at own pace').checked).toBeTrue();
    tick('All of it at own pace');
    expect(counted().cycles).toBe(16);
  });

  it('opens a hold from a round on, and lets a change step in a round of its own', () => {
    open(HoldForm, 'nadi-shodhana', {
      cycles: 12,
      openHold: { phase: 'internalHold', expected: seconds(5), cap: seconds(9) },
    });
    type('open from round', '3');
    expect(counted().openHold?.fromRound).toBe(3);
    type('open from round', '1');
    expect(counted().openHold).toEqual({ phase: 'internalHold', expected: seconds(5), cap: seconds(9) });
    TestBed.resetTestingModule();
    open(RampForm, 'nadi-shodhana', { cycles: 24 });
    press('A step every few rounds');
    type('round of the first step', '5');
    expect(counted().ramps[0]).toEqual(jasmine.objectContaining({ every: 2, first: 5 }));
    type('round of the first step', '90');
    expect(alerts()).toContain('A first step in round 90 never comes in 12 rounds');
  });

  it('sets a lock only where it can be set, and says why not', () => {
    open(HoldForm, 'nadi-shodhana', { ratio: { inhale: 1, internalHold: 1, exhale: 2, externalHold: 0 } });
    tick('jalandhara bandha');
    expect(counted().locks.internalHold).toEqual(['chin']);
    expect(check('uddiyana bandha').disabled).toBeTrue();
    expect(page.textContent).toContain('for the empty hold only');
    expect(page.textContent).toContain('There is no empty hold to set a lock in');
  });

  it('refuses a lock in a hold that is too short, naming the least', () => {
    open(HoldForm, 'nadi-shodhana', { ratio: { inhale: 4, internalHold: 3, exhale: 8, externalHold: 0 } });
    expect(check('jalandhara bandha').disabled).toBeTrue();
    expect(page.textContent).toContain('4 s is the least');
  });

  it('opens a hold with an expected length and a cap that is not under it', () => {
    open(HoldForm, 'surya-bhedana');
    tick('as long as it is easy');
    expect(counted().openHold).toEqual({ phase: 'internalHold', expected: 6 as never, cap: 10 as never });
    type('cap of the open hold', '5');
    expect(alerts()).toContain('The nearest is 6.');
  });

  it('says of a ramp that never moves or misses its limit what would be right', () => {
    open(RampForm, 'nadi-shodhana');
    press('A step every few rounds');
    expect(counted().ramps.length).toBe(1);
    expect(alerts()).toBe('');
    type('step of the change', '1.5');
    expect(alerts()).toContain('the nearest limit is 5½');
    type('step of the change', '0');
    expect(alerts()).toContain('never moves');
    press('Take out');
    expect(counted().ramps).toEqual([]);
  });

  it('edits strokes within the range of the technique', () => {
    open(StrokeForm, 'kapalabhati');
    type('strokes a minute', '400');
    expect(alerts()).toContain('The nearest is 120.');
    expect(strokes().rate).toBe(50);
    type('strokes a turn', '40');
    type('sets', '2');
    tick('more or fewer strokes by set');
    expect(strokes().strokesRamp).toEqual({ by: 10, every: 1, to: 50 });
    tick('more or fewer strokes by set');
    expect(strokes().strokesRamp).toBeUndefined();
    tick('strokes at own pace');
    expect(strokes().ownPaceFrom).toBe(2);
    tick('faster or slower by set');
    expect(strokes().strokes).toBe(40);
    expect(strokes().sets).toBe(2);
    expect(strokes().rateRamp).toEqual({ by: 10, every: 1, to: 60 });
    tick('recovery breath');
    expect(strokes().recovery).toBeNull();
    choose('natural breathing after', 'so many seconds');
    expect(Number(strokes().quiet)).toBe(45);
    expect(checkPassage(passage, DEFAULT_CONVENTIONS)).toEqual([]);
  });

  it('dresses a passage: seat, hands at the ears, hum', () => {
    open(ModifierForm, 'bhramari');
    choose('seat', SEATS.folded.name);
    choose('hum', 'on both');
    choose('hands at the ears', EAR_HANDS['on-the-head']);
    expect(passage.seat).toBe('folded');
    expect(counted().modifiers.hum).toBe('both');
    expect(counted().modifiers.ears).toBe('on-the-head');
    expect(page.textContent).toContain('Come up slowly.');
  });
});
