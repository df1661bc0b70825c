import { TestBed } from '@angular/core/testing';
import { newPassage, NOT_TAUGHT, seconds, type CountedPassage, type StrokePassage } from '@nuvrah/core';
import { configure, ids } from '../../testing/fixtures';
import { TeachingForm } from './teaching-form';

describe('how a passage is taught', () => {
  const shown = (passage: CountedPassage | StrokePassage) => {
    configure();
    const fixture = TestBed.createComponent(TeachingForm);
    fixture.componentRef.setInput('passage', passage);
    const edited: (CountedPassage | StrokePassage)[] = [];
    fixture.componentInstance.edit.subscribe((edit) => {
      edited.push(edit.passage as CountedPassage);
      fixture.componentRef.setInput('passage', edit.passage);
      fixture.detectChanges();
    });
    fixture.detectChanges();
    const page = fixture.nativeElement as HTMLElement;
    const type = (label: string, text: string): void => {
      const box = page.querySelector<HTMLInputElement>(`[aria-label="${label}"]`);
      if (!box) throw new Error(`no ${label}`);
      box.value = text;
      box.dispatchEvent(new Event('input'));
      box.dispatchEvent(new Event('blur'));
      fixture.detectChanges();
    };
    return { page, edited, type };
  };
  const alternating = newPassage('nadi-shodhana', ids.counted) as CountedPassage;

  it('is filled part by part, and leaves nothing behind when it is emptied again', () => {
    const { edited, type } = shown(alternating);
    type('trial rounds', '1');
    type('quiet, minutes', '0:30');
    expect(edited.at(-1)?.teaching).toEqual({ ...NOT_TAUGHT, trial: 1, quiet: seconds(30) });
    type('trial rounds', '0');
    type('quiet, minutes', '0');
    expect(edited.at(-1)).toEqual(alternating);
  });

  it('says where there is too little time for what is explained', () => {
    const { page, type } = shown(alternating);
    type('explain: what is said', 'In through one side, out through the other, in turn.');
    expect(page.textContent).toContain('Give it as long');
    type('explain, minutes', '1');
    expect(page.textContent).not.toContain('Give it as long');
  });

  it('asks for the hand only where one goes up, and for a deep breath only before strokes', () => {
    const hand = (passage: CountedPassage | StrokePassage): boolean =>
      shown(passage).page.querySelector('[aria-label="hand up, s"]') !== null;
    expect(hand(alternating)).toBeTrue();
    TestBed.resetTestingModule();
    expect(hand(newPassage('ujjayi', ids.counted) as CountedPassage)).toBeFalse();
    TestBed.resetTestingModule();
    const strokes = shown(newPassage('kapalabhati', ids.counted) as StrokePassage);
    expect(strokes.page.textContent).toContain('a deep breath before each turn');
    strokes.type('get-ready count', '4');
    expect(strokes.edited.at(-1)?.getReady).toBe(4);
  });
});
