import { Type, type Static, type TSchema } from '@sinclair/typebox';
import { nothing } from './schema-parts.js';

type ParamNames<Path extends string> = Path extends `${string}:${infer Name}/${infer Rest}`
  ? Name | ParamNames<Rest>
  : Path extends `${string}:${infer Name}`
    ? Name
    : never;

/** The parameters that a path names: '/students/:id' has `id`. */
export type RouteParams<Path extends string> = Readonly<Record<ParamNames<Path>, string>>;

/** One request: what is sent where, and what comes back. Server, browser and description all read this. */
export interface Route<
  Path extends string = string,
  Body extends TSchema = TSchema,
  Query extends TSchema = TSchema,
  Answer extends TSchema = TSchema,
> {
  readonly method: 'get' | 'post' | 'put';
  readonly path: Path;
  readonly summary: string;
  /** Who may call it: anybody, or only somebody signed in. */
  readonly access: 'public' | 'signed-in';
  readonly status: 200 | 201 | 204;
  readonly body: Body;
  readonly query: Query;
  readonly answer: Answer;
}

export type BodyOf<R extends Route> = Static<R['body']>;
export type QueryOf<R extends Route> = Static<R['query']>;
export type AnswerOf<R extends Route> = Static<R['answer']>;
export type ParamsOf<R extends Route> = RouteParams<R['path']>;

const noQuery = Type.Object({}, { additionalProperties: false });

interface RouteChoices<Body extends TSchema, Query extends TSchema, Answer extends TSchema> {
  readonly summary: string;
  readonly answer: Answer;
  readonly body?: Body;
  readonly query?: Query;
  readonly access?: 'public';
  readonly status?: 201 | 204;
}

export function route<
  Path extends string,
  Answer extends TSchema,
  Body extends TSchema = typeof nothing,
  Query extends TSchema = typeof noQuery,
>(
  { method, path }: { readonly method: Route['method']; readonly path: Path },
  choices: RouteChoices<Body, Query, Answer>,
): Route<Path, Body, Query, Answer> {
  return {
    method,
    path,
    summary: choices.summary,
    access: choices.access ?? 'signed-in',
    status: choices.status ?? 200,
    body: (choices.body ?? nothing) as Body,
    query: (choices.query ?? noQuery) as Query,
    answer: choices.answer,
  };
}
