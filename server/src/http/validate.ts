import type { Problem } from '@nuvrah/contract';
import { isDay, momentFromText } from '@nuvrah/core';
import type { Static, TSchema } from '@sinclair/typebox';
import { Ajv, type ErrorObject, type ValidateFunction } from 'ajv';
import addFormats from 'ajv-formats';
import { invalidRequest } from './problem.js';

const ajv = new Ajv({
  allErrors: false,
  discriminator: true,
  strict: true,
  strictTypes: false,
  strictRequired: false,
});
addFormats.default(ajv);
// Stricter than the package: neither "urn:uuid:" nor a year or a second that PostgreSQL does not know.
ajv.addFormat('uuid', /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i);
ajv.addFormat('date', isDay);
ajv.addFormat('date-time', isMoment);

/** A moment with its zone, from the year 1 to 9999, that there is. */
function isMoment(text: string): boolean {
  const [, day = '', seconds = ''] =
    /^(\d{4}-\d{2}-\d{2})T\d{2}:\d{2}:(\d{2})(?:\.\d{1,9})?(?:Z|[+-]\d{2}:\d{2})$/i.exec(text) ?? [];
  return isDay(day) && Number(seconds) < 60 && !Number.isNaN(momentFromText(text));
}

/** Characters that no database keeps as they are: the one with the number 0, and halves of a pair. */
const UNKEEPABLE = /\0|[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/;

/** Where in a value there is a text with such a character; null where there is none. However deep it is nested, the stack is not. */
function unkeepableAt(value: unknown): string | null {
  const left: [unknown, string][] = [[value, '']];
  for (let next = left.pop(); next !== undefined; next = left.pop()) {
    const [inner, pointer] = next;
    if (typeof inner === 'string' && UNKEEPABLE.test(inner)) return pointer;
    if (typeof inner !== 'object' || inner === null) continue;
    for (const [key, one] of Object.entries(inner)) {
      if (UNKEEPABLE.test(key)) return pointer;
      left.push([one, `${pointer}/${key}`]);
    }
  }
  return null;
}

const compiled = new WeakMap<TSchema, ValidateFunction>();

/** What checks by a schema: compiled when it is first asked for, as all together take longer than the rest of a start. */
export function validatorOf(schema: TSchema): ValidateFunction {
  let validator = compiled.get(schema);
  if (!validator) {
    validator = ajv.compile(schema);
    compiled.set(schema, validator);
  }
  return validator;
}

const UNKEEPABLE_SAID =
  'There is a character in this text that cannot be kept: type it anew, or leave it out.';

/** A value as what the schema says it is. @throws RequestProblem (422) with a pointer to what is wrong. */
export function parse<S extends TSchema>(schema: S, value: unknown): Static<S> {
  const pointer = unkeepableAt(value);
  if (pointer !== null) throw invalidRequest([{ pointer, detail: UNKEEPABLE_SAID }]);
  const validator = validatorOf(schema);
  if (validator(value)) return value as Static<S>;
  throw invalidRequest(telling(validator.errors ?? []).map(describeError));
}

/** What may also be null is said once: neither that it is not null, nor that no choice fitted. */
function telling(errors: readonly ErrorObject[]): readonly ErrorObject[] {
  const ofNull = ({ keyword, params }: ErrorObject): boolean =>
    keyword === 'anyOf' || (keyword === 'type' && (params as { type: unknown }).type === 'null');
  const kept = errors.filter((error) => !ofNull(error));
  return kept.length > 0 ? kept : errors;
}

function describeError(error: ErrorObject): NonNullable<Problem['errors']>[number] {
  const { params } = error as { params: Record<string, unknown> };
  switch (error.keyword) {
    case 'required':
      return {
        pointer: `${error.instancePath}/${String(params['missingProperty'])}`,
        detail: 'This is needed.',
      };
    case 'additionalProperties':
      return {
        pointer: `${error.instancePath}/${String(params['additionalProperty'])}`,
        detail: 'There is no such field here: leave it out.',
      };
    case 'enum':
      return {
        pointer: error.instancePath,
        detail: `Use one of: ${(params['allowedValues'] as unknown[]).join(', ')}.`,
      };
    case 'discriminator':
      return {
        pointer: `${error.instancePath}/${String(params['tag'])}`,
        detail: 'Use one of the kinds there are.',
      };
    case 'pattern':
      return { pointer: error.instancePath, detail: 'This must not be blank.' };
    default:
      return { pointer: error.instancePath, detail: `This ${error.message ?? 'is not valid'}.` };
  }
}
