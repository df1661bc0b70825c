export * from './own-voice.js';
export { recordedPhrases } from './phrases.js';
export { splice, timeToSay, VOICE_MARK, type SaidClip, type Spliced } from './lexicon.js';
export {
  callsOf,
  COUNTED_ALOUD,
  sayingsBetween,
  sayingsOf,
  type Call,
  type CountedAloud,
  type Saying,
  type SayingKind,
  type VoiceChoice,
} from './sayings.js';
export * from './cue-fit.js';
export * from './sound-choice.js';
export * from './said-by-passage.js';
