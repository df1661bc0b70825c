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
    const asked = spyOn(window, 'confirm').and.returnValue(false);
    const form = TestBed.createComponent(Form);
    const leaves = (): unknown =>
      TestBed.runInInjectionContext(() => leavingUnsaved({}, {} as never, {} as never, {} as never));
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
    asked.and.returnValue(true);
    expect(leaves()).toBeTrue();
    form.destroy();
    asked.calls.reset();
    expect(leaves()).toBeTrue();
    expect(unloads()).toBeTrue();
    expect(asked.calls.count()).toBe(0);
    typed.set('');
  });
});
