import { entriesOf } from '@nuvrah/core';
import { routes } from '@nuvrah/contract';
import { validatorOf } from './validate.js';

describe('the schemas of requests', () => {
  // Each is compiled when it is first asked for: one that cannot be would be found by a request.
  for (const [name, { body, query }] of entriesOf(routes))
    it(`can be compiled: ${name}`, () => {
      expect(validatorOf(body)).toBeInstanceOf(Function);
      expect(validatorOf(query)).toBeInstanceOf(Function);
    });
});
