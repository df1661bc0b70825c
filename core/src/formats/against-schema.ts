import { Validator, type OutputUnit, type Schema } from '@cfworker/json-schema';
import type { TSchema } from '@sinclair/typebox';
import { failure, success, type Result } from '../result.js';

/** What is wrong in a file, and where. */
export interface FilePointer {
  /** JSON pointer into the file. */
  readonly pointer: string;
  readonly message: string;
}

/** The value of a text that is JSON. */
export function parseJson(text: string): Result<unknown, null> {
  try {
    return success(JSON.parse(text) as unknown);
  } catch {
    return failure(null);
  }
}

const MOST_POINTERS = 10;

/**
 * What is wrong with a value of a file, held against its published schema; empty where nothing is. The schema is
 * interpreted: no code is made from it at run time, which a strict policy would forbid.
 * @param root pointer to where the value stands in the file
 * @param expected said where the value is something else altogether
 */
/* @__NO_SIDE_EFFECTS__ */
export function against(
  schema: TSchema,
  root: string,
  expected: string,
): (value: unknown) => readonly FilePointer[] {
  let validator: Validator | null = null;
  return (value) => {
    validator ??= new Validator(JSON.parse(JSON.stringify(schema)) as Schema, '2020-12', false);
    // What is left out is no JSON value: it is refused as nothing.
    const { valid, errors } = validator.validate(value === undefined ? null : value);
    if (valid) return [];
    const told = meantErrors(errors).slice(0, MOST_POINTERS);
    const pointers = told.map(({ instanceLocation, error }) => ({
      pointer: `${root}${instanceLocation.slice(1)}`,
      message: error,
    }));
    return pointers.length > 0 ? pointers : [{ pointer: root, message: expected }];
  };
}

/** Keywords that only say that something inside is wrong. */
const OUTER = new Set(['properties', 'additionalProperties', 'items', 'oneOf', 'anyOf', 'allOf']);

/** Of a union by kind only the errors of the member that was meant; of the others that they are not meant says nothing. */
function meantErrors(errors: readonly OutputUnit[]): readonly OutputUnit[] {
  const branchOf = ({ keywordLocation }: OutputUnit): string =>
    /^(.*\/oneOf\/\d+)/.exec(keywordLocation)?.[1] ?? '';
  const notMeant = new Set(
    errors
      .filter(({ keyword, instanceLocation }) => keyword === 'const' && instanceLocation.endsWith('/kind'))
      .map((error) => `${branchOf(error)} ${error.instanceLocation.replace(/\/kind$/, '')}`),
  );
  return errors.filter(
    (error) =>
      !OUTER.has(error.keyword) &&
      ![...notMeant].some((key) => {
        const [branch = '', place = ''] = key.split(' ');
        return branchOf(error) === branch && error.instanceLocation.startsWith(place);
      }),
  );
}
