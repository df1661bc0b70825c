/** A parser of captions that specs read ours with; it brings no types. */
declare module 'node-webvtt' {
  export function parse(text: string): {
    readonly valid: boolean;
    readonly cues: readonly {
      readonly identifier: string;
      readonly start: number;
      readonly end: number;
      readonly text: string;
    }[];
  };
}
