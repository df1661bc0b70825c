import { isObservable, of } from 'rxjs';
import { Questions } from './questions';
import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { asksWhileUnsaved, leavingUnsaved, Unsaved } from './unsaved';

const typed = signal('');

@Component({ changeDetection: ChangeDetectionStrategy.OnPush, template: '' })
class Form {
  constructor() {
    asksWhileUnsaved(() => typed() !== '');
  }
}

describe('a form that is left', () => {
  it('asks while it holds something that is saved nowhere, and not a moment longer', () => {
    const asked = spyOn(TestBed.inject(Questions), 'ask').and.returnValue(of(false));
    const form = TestBed.createComponent(Form);
    const leaves = (): boolean => {
      const answer = TestBed.runInInjectionContext(() =>
        leavingUnsaved({}, {} as never, {} as never, {} as never),
      );
      let left = answer === true;
      if (isObservable(answer)) answer.subscribe((yes) => (left = yes === true));
      return left;
    };
    const unloads = (): boolean => {
      const event = new Event('beforeunload', { cancelable: true });
      TestBed.inject(Unsaved).unload(event);
      return !event.defaultPrevented;
    };
    expect(leaves()).toBeTrue();
    expect(unloads()).toBeTrue();
    expect(asked.calls.count()).toBe(0);
    typed.set('Ran here.');
    expect(leaves()).toBeFalse();
    expect(unloads()).toBeFalse();
    expect(asked.calls.count()).toBe(1);
    asked.and.returnValue(of(true));
    expect(leaves()).toBeTrue();
    form.destroy();
    asked.calls.reset();
    expect(leaves()).toBeTrue();
    expect(unloads()).toBeTrue();
    expect(asked.calls.count()).toBe(0);
    typed.set('');
  });
});
