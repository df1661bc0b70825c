import { TestBed } from '@angular/core/testing';
import { FELT_NOW } from '@nuvrah/core';
import { configure } from '../../testing/fixtures';
import { FeltNowAnswers } from './felt-now';
import { LeadRunner } from './lead-runner';

describe('how is it now', () => {
  it('is answered by one press or one key', () => {
    const answered: string[] = [];
    configure({ provide: LeadRunner, useValue: { answerFelt: (felt: string) => answered.push(felt) } });
    const fixture = TestBed.createComponent(FeltNowAnswers);
    fixture.detectChanges();
    const page = fixture.nativeElement as HTMLElement;
    for (const button of page.querySelectorAll('button')) button.click();
    for (const key of ['3', '1', '7'])
      document.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
    expect(answered).toEqual([...FELT_NOW, 'felt-too-much', 'felt-easy']);
  });
});
