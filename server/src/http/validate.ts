import type { Problem } from '@nuvrah/contract';
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

const compiled = new WeakMap<TSchema, ValidateFunction>();

function validatorOf(schema: TSchema): ValidateFunction {
  let validator = compiled.get(schema);
  if (!validator) {
    validator = ajv.compile(schema);
    compiled.set(schema, validator);
  }
  return validator;
}

/** Prepares schemas ahead, so that one that cannot be compiled is found at the start and not by a request. */
export const prepare = (...schemas: readonly TSchema[]): void => schemas.forEach(validatorOf);

/** A value as what the schema says it is. @throws RequestProblem (422) with a pointer to what is wrong. */
export function parse<S extends TSchema>(schema: S, value: unknown): Static<S> {
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
