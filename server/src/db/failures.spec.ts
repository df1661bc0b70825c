import { isDatabaseAway, isReferenceGone } from './failures.js';

describe('what a failed query says', () => {
  const rows: readonly [string, object, boolean][] = [
    ['a shutdown', { code: '57P01' }, true],
    ['a start that is not over', { driverError: { code: '57P03' } }, true],
    ['a lost connection', { code: '08006' }, true],
    ['a refused connection', { code: 'ECONNREFUSED', syscall: 'connect' }, true],
    ['a socket that is not there', { code: 'ENOENT', syscall: 'connect' }, true],
    ['a statement that took too long', { driverError: { code: '57014' } }, true],
    ['a client that was cut off', { message: 'Connection terminated unexpectedly' }, true],
    ['another file that is not there', { code: 'ENOENT', syscall: 'open' }, false],
    ['a row that is there already', { driverError: { code: '23505' } }, false],
    ['a slip of the programmer', new TypeError('x is not a function'), false],
  ];
  for (const [name, error, away] of rows)
    it(`is told apart: ${name}`, () => expect(isDatabaseAway(error)).toBe(away));

  it('knows a row that is gone', () => {
    expect(isReferenceGone({ driverError: { code: '23503' } })).toBeTrue();
    expect(isReferenceGone({ code: '23505' })).toBeFalse();
  });
});
