import { oneOf, type Day, type Side } from '@nuvrah/core';
import { Type, type TSchema } from '@sinclair/typebox';

// What schemas of requests and answers are put together from.

export const closed = { additionalProperties: false } as const;
export const object = <P extends Record<string, TSchema>>(properties: P) => Type.Object(properties, closed);
export const nullable = <T extends TSchema>(schema: T) => Type.Union([schema, Type.Null()]);

export const uuid = Type.String({ format: 'uuid' });
/** A calendar day in the instructor's time zone. */
export const day = Type.Unsafe<Day>({ type: 'string', format: 'date' });
export const moment = Type.String({ format: 'date-time' });
/** Versions count up from 1 with every change; a save names the one it was based on. */
export const version = Type.Integer({ minimum: 1, maximum: 2_000_000_000 });
export const text = (maxLength: number) => Type.String({ maxLength });
export const filledText = (maxLength: number) => Type.String({ minLength: 1, maxLength, pattern: '\\S' });
export const hand = oneOf<Side>(['left', 'right']);

/** An answer that is a file of this media type instead of JSON. */
export const fileOf = (type: string) =>
  Type.Unsafe<FileAnswer>({ type: 'string', format: 'binary', contentMediaType: type });
/** A file as a handler answers it. */
export interface FileAnswer {
  /** As which it is saved. */
  readonly name: string;
  readonly content: string | Uint8Array;
}

export const nothing = Type.Null();
export const listOf = <T extends TSchema>(item: T) => Type.Array(item);
