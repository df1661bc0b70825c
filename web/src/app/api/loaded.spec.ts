import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Subject } from 'rxjs';
import { AWAY } from './api';
import { asked } from './loaded';

const asking: Subject<string>[] = [];

@Component({ changeDetection: ChangeDetectionStrategy.OnPush, template: '' })
class View {
  readonly key = signal('a');
  readonly page = asked(this.key, () => {
    const request = new Subject<string>();
    asking.push(request);
    return request;
  });
}

describe('what a view asks for', () => {
  beforeEach(() => {
    jasmine.clock().install();
    asking.length = 0;
  });
  afterEach(() => jasmine.clock().uninstall());

  const open = () => {
    const fixture = TestBed.createComponent(View);
    fixture.detectChanges();
    const { page, key } = fixture.componentInstance;
    const state = () => [page.state().kind, page.value()];
    return { page, state, key, fixture };
  };
  const last = (): Subject<string> => asking[asking.length - 1] as Subject<string>;

  it('is asked again by itself while the server is away, and at once when the connection is back', () => {
    const { page, state } = open();
    last().error(AWAY);
    expect(state()).toEqual(['failed', null]);
    const now = page.state();
    expect(now.kind === 'failed' && now.message).toContain('asked again by itself');
    jasmine.clock().tick(5_000);
    last().error(AWAY);
    expect(asking.length).toBe(2);
    window.dispatchEvent(new Event('online'));
    last().next('there');
    expect(asking.length).toBe(3);
    expect(state()).toEqual(['ready', 'there']);
    jasmine.clock().tick(60_000);
    expect(asking.length).toBe(3);
  });

  it('stays as it was when it cannot be asked anew, so that no form is lost', () => {
    const { page, state, key, fixture } = open();
    last().next('first');
    page.again();
    last().error(AWAY);
    expect(state()).toEqual(['failed', 'first']);
    jasmine.clock().tick(5_000);
    last().next('second');
    expect(state()).toEqual(['ready', 'second']);
    page.again();
    last().error({ kind: 'refused', message: 'no', problem: {} });
    expect(state()).toEqual(['failed', 'second']);
    jasmine.clock().tick(60_000);
    // What was refused is not asked again by itself.
    expect(asking.length).toBe(4);
    key.set('b');
    fixture.detectChanges();
    expect(state()).toEqual(['loading', null]);
  });
});
