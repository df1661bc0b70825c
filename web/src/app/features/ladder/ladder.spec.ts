import { STEPS } from '../../words/rung-words';
import type { HttpTestingController } from '@angular/common/http/testing';
import { API_ROOT } from '@nuvrah/contract';
import type { RungNumbers } from '@nuvrah/core';
import { breath, ladder, RUNGS } from '../../testing/ladders';
import { configure, ids } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { DecisionPanel } from '../../shared/ladder/decision-panel';
import { LadderSight } from '../../shared/ladder/ladder-sight';
import { RungTable } from './rung-table';

describe('the decision on a rung', () => {
  let http: HttpTestingController;
  let panel: Shown<DecisionPanel>;
  beforeEach(() => {
    http = configure();
    panel = new Shown(DecisionPanel, { ladder });
  });
  const sent = () => http.expectOne(`${API_ROOT}/ladders/${ids.session}/decisions`);

  it('says what the rules say in numbers, and accepts it', () => {
    expect(panel.text('.notice')).toContain('Stay4 of 5 sittings.Median effort 4, wanted 3 or less.');
    panel.press('Accept: stay on the rung');
    expect(sent().request.body).toEqual(jasmine.objectContaining({ version: 3, step: 'stay', reason: '' }));
  });

  it('does otherwise with a reason, under one id however often it is sent', () => {
    panel.press('Otherwise …');
    panel.choose('do instead', STEPS.advance.action);
    panel.type('reason', 'Three years of it.');
    panel.submit();
    const first = sent();
    expect(first.request.body).toEqual(
      jasmine.objectContaining({ step: 'advance', reason: 'Three years of it.' }),
    );
    first.flush({ code: 'invalid', detail: '', status: 500 }, { status: 500, statusText: 'broken' });
    panel.fixture.detectChanges();
    panel.submit();
    expect((sent().request.body as { id: string }).id).toBe((first.request.body as { id: string }).id);
  });

  it('tells what was decided, with the rule beside it where it was otherwise', () => {
    panel.set('ladder', {
      ...ladder,
      decisions: [
        {
          id: ids.natural,
          madeAt: '2026-03-01T17:00:00.000Z',
          rung: 0,
          rule: { step: 'stay', said: ['3 of 5 sittings.'] },
          step: 'advance',
          reason: 'Easy.',
        },
      ],
    });
    panel.unfold('What was decided');
    expect(panel.text('nv-fold')).toContain('Rung 1: advance instead of stay: Easy.');
  });
});

describe('a ladder at a glance', () => {
  const sustainable = { inhale: 8, internalHold: null, exhale: 13, externalHold: null } as never;
  const show = (change: Record<string, unknown> = {}): Shown<LadderSight> => {
    configure();
    const { school, rungs, at, since, gate, plan, pace, begun } = ladder;
    const inputs = {
      school,
      rungs,
      at,
      since,
      gate,
      plan,
      pace,
      real: begun,
      sustainable,
      today: '2026-03-10',
    };
    return new Shown(LadderSight, { ...inputs, ...change });
  };

  it('has the rule of the school, the stairs, and when the target is there at the earliest', () => {
    const sight = show();
    expect(sight.text('.rule')).toContain('Count first. Even breaths grow to 10 by 1');
    expect(sight.page.querySelectorAll('nv-staircase .name').length).toBe(3);
    expect(sight.text()).toContain("above today's fit");
    // Due since 8 March: the next rung is not entered before today.
    expect(sight.text('p:last-child')).toMatch(
      /3 rungs; at the earliest there on .*10.*, in 0 weeks\. Highest hold 0 s\./,
    );
  });

  it('draws what was planned and what really was', () => {
    const sight = show({ wished: '2026-05-01' });
    const path = (kind: string): string => sight.page.querySelector(`.${kind}`)?.getAttribute('d') ?? '';
    expect(path('real').match(/H/g)?.length).toBe(2);
    expect(path('planned').match(/H/g)?.length).toBe(2);
    expect(sight.text('svg')).toContain('wished');
  });
});

describe('the rungs of a ladder', () => {
  it('say what each takes and asks, and are edited where they stand', () => {
    configure();
    const table = new Shown(RungTable, {
      rungs: RUNGS,
      at: 1,
      pace: 1000,
      sustainable: { inhale: 8, internalHold: null, exhale: 13, externalHold: null },
      cycles: 20,
      editable: true,
    });
    const changes: (readonly RungNumbers[])[] = [];
    table.fixture.componentInstance.changed.subscribe((rungs) => changes.push(rungs));
    const [first, second, third] = [...table.page.querySelectorAll('tbody tr')].map((row) =>
      row.textContent.replace(/\s+/g, ' '),
    );
    expect(first).toContain('15 s5.0 77 %, the exhale');
    expect(second).toContain('now');
    expect(third).toContain("108 %, the exhale above today's fit");
    table.type('exhale of rung 3', '13');
    expect(changes.at(-1)?.[2]).toEqual(breath(7, 0, 13));
    table.type('inhale of rung 3', '0');
    expect(changes.length).toBe(1);
    table.press('Insert after');
    expect(changes.at(-1)?.[1]).toEqual(breath(5.5, 0, 11));
  });
});
