import { OnceId } from './once-id';

describe('the id of what is added', () => {
  it('stays while the same thing is sent again, and is another for another thing or once it is there', () => {
    const once = new OnceId();
    const first = once.for({ name: 'Ada', facts: [1] });
    expect(once.for({ facts: [1], name: 'Ada' })).toBe(first);
    const second = once.for({ name: 'Bo', facts: [1] });
    expect(second).not.toBe(first);
    once.done();
    expect(once.for({ name: 'Bo', facts: [1] })).not.toBe(second);
  });
});
