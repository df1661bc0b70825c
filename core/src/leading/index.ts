export {
  beginRun,
  conventionsOfRun,
  currentTake,
  cyclesOfRun,
  describeRefusal,
  perRoundOf,
  type LeadAnswer,
  type LeadRefusal,
  type LeadRun,
  type LeadSetup,
  type RunState,
  type Take,
} from './lead-run.js';
export * from './run.js';
export * from './easing.js';
export * from './resting.js';
export * from './record.js';
export * from './moment.js';
export * from './correct.js';
export * from './going-on.js';
export * from './done-timeline.js';
