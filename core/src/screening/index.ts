export * from './facts.js';
export * from './measure-names.js';
export * from './measures.js';
export {
  LEVELS,
  REMEDY_WORDS,
  type FindingLevel,
  type RemedyKind,
  type Rule,
  type StudentLimit,
  type Unless,
} from './rule.js';
export * from './rules.js';
export * from './screen.js';
export * from './student-record.js';
export * from './standing.js';
export * from './gate.js';
export * from './case.js';
export * from './remedies.js';
export * from './safe-fixes.js';
export * from './allow.js';
export * from './hold-check.js';
export * from './hold-edits.js';
export * from './student-day.js';
export * from './review.js';
