import {
  afterNextRender,
  DestroyRef,
  Directive,
  inject,
  PendingTasks,
  TemplateRef,
  ViewContainerRef,
} from '@angular/core';

/** What stands in it is made once everything around it has been painted: one long wait becomes two short ones. */
@Directive({ selector: '[nvNextFrame]' })
export class NextFrame {
  private readonly template = inject<TemplateRef<unknown>>(TemplateRef);
  private readonly place = inject(ViewContainerRef);

  constructor() {
    const made = inject(PendingTasks).add();
    const gone = inject(DestroyRef);
    afterNextRender(() => {
      const timer = setTimeout(() => {
        this.place.createEmbeddedView(this.template).markForCheck();
        made();
      });
      gone.onDestroy(() => clearTimeout(timer));
    });
    gone.onDestroy(made);
  }
}
