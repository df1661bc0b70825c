import { compileSession, DEFAULT_CONVENTIONS, type Session } from '@nuvrah/core';
import { configure, ids, session, student, withCounted } from '../testing/fixtures';
import { Shown } from '../testing/shown';
import { TimeFitForm } from './time-fit-form';

describe('fitting the time', () => {
  let form: Shown<TimeFitForm>;
  let fitted: Session[];

  beforeEach(() => {
    configure();
    fitted = [];
    form = new Shown(TimeFitForm, {
      session,
      student,
      passageId: ids.counted,
      passageName: 'Alternate-nostril',
      names: new Map([
        [ids.counted, 'Alternate-nostril'],
        [ids.natural, 'Stillness'],
      ]),
    });
    form.fixture.componentInstance.fitted.subscribe((of) => fitted.push(of));
  });

  it('makes it as long as there is time, and says what it did', () => {
    form.type('make it, minutes', '10');
    form.submit();
    const [longer] = fitted;
    if (!longer) return fail('not fitted');
    expect(compileSession(longer, { hand: 'right' }, DEFAULT_CONVENTIONS).total).toBe(600_000 as never);
    expect(form.text('[role=status]')).toMatch(/Alternate-nostril: \d+ rounds instead of 8/);
  });

  it('leaves the chosen passage as it is', () => {
    form.tick('leave Alternate-nostril as it is');
    form.type('make it, minutes', '6');
    form.submit();
    expect(fitted[0]?.passages[0]).toEqual(session.passages[0] as never);
  });

  it('says what is missing, and what the least is', () => {
    form.submit();
    expect(form.text('[role=status]')).toContain('Say how many minutes');
    form.set('session', withCounted({ base: 20 as never }, session));
    form.type('make it, minutes', '1');
    form.submit();
    expect(form.text('[role=status]')).toMatch(/With one round of everything it takes \d:\d\d/);
    expect(fitted).toEqual([]);
  });
});
