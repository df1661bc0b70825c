import { checkOrder, DEFAULT_CONVENTIONS, newPassage, type Session } from '@nuvrah/core';
import { configure, ids, session } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { OrderList } from './order-list';

describe('the order of a session', () => {
  it('names what to look at again, with fixes that help', () => {
    configure();
    const strokes = { ...newPassage('kapalabhati', ids.sitting), seat: 'cross-legged' as const };
    const late: Session = { ...session, passages: [...session.passages.slice(0, 1), strokes] };
    const record = { beginner: false, withoutHold: [], easySittings: 0, entriesToday: [] };
    const of = { session: late, record, profile: DEFAULT_CONVENTIONS };
    const list = new Shown(OrderList, {
      findings: checkOrder(late, record, DEFAULT_CONVENTIONS),
      of,
      names: new Map([[ids.sitting, 'Strokes']]),
    });
    const applied: Session[] = [];
    list.fixture.componentInstance.apply.subscribe((fixed) => applied.push(fixed));
    expect(list.text()).toContain('Change Strokes — Vigorous comes before quiet. Move it earlier.');
    expect(list.text()).toContain('The whole session — Every session ends in stillness.');
    expect(list.text()).not.toContain('move it up');
    list.press('What can be done');
    list.press('move it up');
    expect(applied[0]?.passages[0]?.technique).toBe('kapalabhati');
  });
});
