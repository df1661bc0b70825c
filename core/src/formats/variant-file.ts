import { failure, success, type Result } from '../result.js';
import { checkVariant, type Variant } from '../technique/index.js';
import { formatsWords } from '../words/index.js';
import { against, parseJson } from './against-schema.js';
import { variantSchema } from './session-schema.js';

const problemsOf = against(variantSchema, '', formatsWords.variantFile.variantExpected);

/** A variant as the text of a file: the same variant always gives the same text. */
export const variantToJson = (variant: Variant): string => `${JSON.stringify(variant, null, 2)}\n`;

/** A variant from the text of a file, whole or not at all; else what is wrong with it, each with a pointer into the file. */
export function variantFromJson(text: string): Result<Variant, readonly string[]> {
  const parsed = parseJson(text);
  if (!parsed.ok) return failure([formatsWords.variantFile.notJson]);
  const value = withWhatMayBeLeftOut(parsed.value);
  const shape = problemsOf(value);
  const wrong = shape.length > 0 ? shape : checkVariant(value as Variant);
  if (wrong.length === 0) return success(value as Variant);
  const told = wrong.map(({ pointer, message }) => formatsWords.variantFile.at(pointer || '/', message));
  return failure([...told, formatsWords.variantFile.nothingWasTaken]);
}

const withWhatMayBeLeftOut = (value: unknown): unknown =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
    ? { note: '', ranges: {}, start: {}, ...value }
    : value;
