import { feltMore, type Felt } from './index.js';

const felt = (change: Partial<Felt> = {}): Felt => ({
  calm: null,
  alert: null,
  mood: null,
  pulse: null,
  ...change,
});

describe('before and after', () => {
  const rows: readonly [string, Felt | null, Felt | null, Felt][] = [
    [
      'more calm, less alert',
      felt({ calm: 4, alert: 6 }),
      felt({ calm: 7, alert: 5 }),
      felt({ calm: 3, alert: -1 }),
    ],
    ['the same is no difference', felt({ mood: 6 }), felt({ mood: 6 }), felt({ mood: 0 })],
    ['told once only', felt({ calm: 4 }), felt({ mood: 6 }), felt()],
    ['the pulse too', felt({ pulse: 72 }), felt({ pulse: 64 }), felt({ pulse: -8 })],
    ['not asked before', null, felt({ calm: 5 }), felt()],
    ['not asked after', felt({ calm: 5 }), null, felt()],
  ];
  for (const [what, before, after, more] of rows)
    it(what, () => expect(feltMore(before, after)).toEqual(more));
});
