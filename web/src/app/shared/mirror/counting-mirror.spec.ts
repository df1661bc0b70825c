import { TestBed } from '@angular/core/testing';
import { DEFAULT_CONVENTIONS, newPassage } from '@nuvrah/core';
import { Subject } from 'rxjs';
import { configure, ids } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { roundOf } from '../score/one-round';
import { STOPWATCH } from '../stopwatch';
import { CountingMirror } from './counting-mirror';
import { Microphone, type Heard } from '../microphone/microphone';

describe('a counting mirror', () => {
  let clock = 0;
  let heard: Subject<Heard>;
  const round = roundOf(
    newPassage('nadi-shodhana', ids.counted),
    'calm',
    'right',
    DEFAULT_CONVENTIONS,
  ).timeline;
  const counts = round.events
    .filter(({ section, counts }) => section === 'rounds' && counts !== null)
    .reduce((sum, event) => sum + event.ticks.length, 0);

  const shown = (): Shown<CountingMirror> => {
    clock = 1_000;
    heard = new Subject();
    configure(
      { provide: STOPWATCH, useValue: () => clock },
      { provide: Microphone, useValue: { words: () => heard } },
    );
    return new Shown(CountingMirror, { timeline: round });
  };
  const space = (after: number): void => {
    clock += after;
    document.dispatchEvent(new KeyboardEvent('keydown', { key: ' ', bubbles: true }));
  };

  it('follows the taps from count to count, and tells how fast they were once a round is whole', () => {
    const page = shown();
    space(0);
    page.fixture.detectChanges();
    expect(page.text('.expected')).toContain('inhale left: 2 round 1');
    for (let count = 1; count < counts; count++) space(800);
    page.fixture.detectChanges();
    expect(page.text()).toContain('1 count more');
    space(800);
    page.fixture.detectChanges();
    expect(page.text()).toContain('1 round You count 0.8 s where 1 s are meant.');
    expect(page.text('ul')).toContain('Your inhale left runs 25 % fast.');
    page.press('Begin again');
    expect(page.text()).not.toContain('You count');
  });

  it('takes the words that the microphone hears for taps, and lets it go with the first tap', () => {
    const page = shown();
    page.press('Count into the microphone');
    heard.next({ kind: 'listening' });
    for (let count = 0; count <= counts; count++) heard.next({ kind: 'word', at: 500 + count * 1000 });
    page.fixture.detectChanges();
    expect(page.text()).toContain('Every phase keeps the pace');
    expect(heard.observed).toBeTrue();
    space(0);
    expect(heard.observed).toBeFalse();
  });

  it('says what to do where the microphone is refused or hears nothing', () => {
    jasmine.clock().install();
    const page = shown();
    page.press('Count into the microphone');
    jasmine.clock().tick(8_001);
    page.fixture.detectChanges();
    expect(page.text('[role=alert]')).toContain('Nothing is heard yet');
    heard.next({ kind: 'problem', code: 'refused' });
    page.fixture.detectChanges();
    expect(page.text('[role=alert]')).toContain('Allow it for this page');
    expect(page.text()).not.toContain('Listening');
    jasmine.clock().uninstall();
    TestBed.resetTestingModule();
  });
});
