export {
  beginRun,
  conventionsOfRun,
  currentTake,
  cyclesOfRun,
  compileRest,
  ledPassages,
  describeRefusal,
  perRoundOf,
  roundsPlanned,
  whereInRounds,
  writtenAnew,
  logged,
  STEP_KINDS,
  type AddedPassage,
  type LeadAnswer,
  type LeadRefusal,
  type LeadRun,
  type LeadSetup,
  type LoggedStep,
  type RunState,
  type StepKind,
  type Take,
} from './lead-run.js';
export * from './run.js';
export * from './adding.js';
export * from './signs-while-led.js';
export * from './finish-by.js';
export * from './easing.js';
export * from './resting.js';
export * from './record.js';
export * from './moment.js';
export * from './correct.js';
export * from './going-on.js';
export * from './done-timeline.js';
export { indexNow } from './cycles-in-all.js';
