import { compileRest, currentTake, type LeadRun, type Take } from '../leading/index.js';
import { withLanes, type ClassRun } from './class-run.js';

/** A take as it is kept: of what is led now the timeline follows from all the rest. */
type KeptTake = Omit<Take, 'timeline'> & { readonly timeline: Take['timeline'] | null };

/** A class as it is kept while it is led: as JSON a hundredth of its size, so that it finds room in a browser. */
export interface ClassToKeep extends Omit<ClassRun, 'lanes'> {
  readonly lanes: readonly (Omit<ClassRun['lanes'][number], 'run'> & {
    readonly run: Omit<LeadRun, 'takes'> & { readonly takes: readonly KeptTake[] };
  })[];
}

/** A class without what can be worked out again. */
export const classToKeep = (of: ClassRun): ClassToKeep => ({
  ...of,
  lanes: of.lanes.map((lane) => ({
    ...lane,
    run: { ...lane.run, takes: lane.run.takes.map((take) => takeToKeep(take, currentTake(lane.run))) },
  })),
});

/** Of a take that is over what was led of it is all that is ever asked. */
function takeToKeep(take: Take, current: Take): KeptTake {
  if (take === current) return { ...take, timeline: null };
  const { timeline, ledTo } = take;
  return {
    ...take,
    timeline: { ...timeline, events: timeline.events.filter(({ from }) => from <= (ledTo ?? 0)) },
  };
}

/** A class as it was when it was kept. */
export const classFromKept = (kept: ClassToKeep): ClassRun =>
  withLanes(kept as ClassRun, (lane) => {
    const { run } = lane;
    const takes = run.takes.map((take) => ({
      ...take,
      timeline: (take as KeptTake).timeline ?? compileRest(run.setup, run.changes, take.from),
    })) as unknown as LeadRun['takes'];
    return { ...lane, run: { ...run, takes } };
  });
