import {
  compileSession,
  DEFAULT_CONVENTIONS,
  newPassage,
  type CountedPassage,
  type Session,
} from '@nuvrah/core';
import { configure, ids, session, withCounted } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { TimePanel } from './time-panel';

describe('the time of a session', () => {
  let panel: Shown<TimePanel>;
  let fitted: Session[];
  let minutes: (number | null)[];
  const timelineOf = (of: Session) => compileSession(of, { hand: 'right' }, DEFAULT_CONVENTIONS);

  function show(of: Session): void {
    panel = new Shown(TimePanel, {
      session: of,
      timeline: timelineOf(of),
      names: new Map([
        [ids.counted, 'Alternate-nostril'],
        [ids.sitting, 'Ujjayi'],
        [ids.natural, 'Stillness'],
      ]),
    });
    panel.fixture.componentInstance.fitted.subscribe((made) => fitted.push(made));
    panel.fixture.componentInstance.minutes.subscribe((there) => minutes.push(there));
  }

  beforeEach(() => {
    configure();
    [fitted, minutes] = [[], []];
  });

  it('takes the time there is, and says what is wrong with one that is none', () => {
    show(session);
    expect(panel.text()).toContain('3:27 planned.');
    panel.type('time there is, minutes', '0');
    expect(panel.text('[role=alert]')).toContain('Say how many whole minutes');
    panel.type('time there is, minutes', '600');
    expect(panel.text('[role=alert]')).toContain('1 to 240');
    expect(minutes).toEqual([]);
    panel.type('time there is, minutes', '10');
    panel.type('time there is, minutes', '');
    expect(minutes).toEqual([10, null]);
  });

  it('makes it as long as there is time, and says what it did', () => {
    show({ ...session, minutes: 10 });
    expect(panel.text()).toContain('3:27 planned, 6:33 left over.');
    panel.submit();
    const [longer] = fitted;
    if (!longer) return fail('not fitted');
    expect(timelineOf(longer).total).toBe(600_000 as never);
    expect(panel.text('[role=status]')).toMatch(/Alternate-nostril: \d+ rounds instead of 8/);
  });

  it('leaves a passage that is locked as it is', () => {
    show({ ...session, minutes: 6 });
    panel.unfold('Weights and locks');
    panel.tick('lock Alternate-nostril');
    panel.submit();
    expect(fitted[0]?.passages[0]).toEqual(session.passages[0] as never);
  });

  it('shares the time by the weights that are given', () => {
    const ujjayi = newPassage('ujjayi', ids.sitting) as CountedPassage;
    const two = {
      ...session,
      minutes: 30,
      passages: [...session.passages.slice(0, 1), ujjayi, ...session.passages.slice(1)],
    };
    const minutesOf = (of: Session | undefined, index: number): number => {
      const span = of && timelineOf(of).passages[index];
      return span ? (span.to - span.from) / 60_000 : 0;
    };
    show(two);
    panel.unfold('Weights and locks');
    panel.type('weight of Alternate-nostril', '1');
    panel.type('weight of Ujjayi', '3');
    panel.submit();
    expect(minutesOf(fitted[0], 1) / minutesOf(fitted[0], 0)).toBeCloseTo(3, 0);
  });

  it('offers where what is left over could go', () => {
    show({ ...session, minutes: 5 });
    panel.press('Stillness: 1 min 33 s longer');
    expect(fitted[0] && timelineOf(fitted[0]).total).toBe(300_000 as never);
  });

  it('says what is missing, and what the least is', () => {
    show(session);
    panel.submit();
    expect(panel.text('[role=alert]')).toContain('Say how many whole minutes');
    show(withCounted({ base: 20 as never }, { ...session, minutes: 1 }));
    panel.submit();
    expect(panel.text('[role=status]')).toMatch(/With one round of everything it takes \d:\d\d/);
    expect(fitted).toEqual([]);
  });
});
