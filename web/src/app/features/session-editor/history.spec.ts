import { beginHistory, record, redo, undo } from './history';

describe('history', () => {
  const three = record(record(beginHistory('a'), 'b', null), 'c', null);

  it('goes back and forth', () => {
    const back = undo(undo(three));
    expect(back.present).toBe('a');
    expect(redo(redo(back)).present).toBe('c');
  });

  it('forgets what was undone once something else is done', () => {
    expect(redo(record(undo(three), 'd', null)).present).toBe('d');
  });

  it('undoes edits of one name together, and begins anew after another name or an undo', () => {
    const typed = record(record(record(beginHistory(1), 2, 'rounds'), 3, 'rounds'), 4, 'pace');
    expect(undo(typed).present).toBe(3);
    expect(undo(undo(typed)).present).toBe(1);
    const again = record(undo(record(beginHistory(1), 2, 'rounds')), 5, 'rounds');
    expect(undo(again).present).toBe(1);
  });

  it('stays the same at either end and when nothing changes', () => {
    const start = beginHistory('a');
    expect(undo(start)).toEqual(start);
    expect(redo(start)).toEqual(start);
    expect(record(start, 'a', null)).toEqual(start);
  });
});
