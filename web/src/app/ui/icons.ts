import { inject, provideEnvironmentInitializer } from '@angular/core';
import { MatIconRegistry } from '@angular/material/icon';
import { DomSanitizer } from '@angular/platform-browser';
import {
  mdiAccountGroupOutline,
  mdiAccountOutline,
  mdiAlertOctagonOutline,
  mdiArchiveArrowDownOutline,
  mdiArchiveArrowUpOutline,
  mdiArrowLeft,
  mdiBookOpenVariantOutline,
  mdiBookshelf,
  mdiCalendarTodayOutline,
  mdiCellphone,
  mdiCheckCircleOutline,
  mdiChevronRight,
  mdiClockOutline,
  mdiClose,
  mdiCloseOctagonOutline,
  mdiContentCopy,
  mdiDeleteOutline,
  mdiDotsVertical,
  mdiDragVertical,
  mdiFileUploadOutline,
  mdiInformationOutline,
  mdiLungs,
  mdiMagnify,
  mdiMinus,
  mdiPencilOutline,
  mdiPencilRuler,
  mdiPlayOutline,
  mdiPlus,
  mdiPrinterOutline,
  mdiProgressClock,
  mdiRedo,
  mdiSleep,
  mdiUndo,
  mdiStairs,
  mdiStethoscope,
  mdiSwapHorizontal,
  mdiTrayArrowDown,
  mdiFilterVariant,
  mdiVolumeHigh,
} from '@mdi/js';

/** Every icon that is used, by what it means here. An icon never stands without its word or a tooltip. */
export const ICONS = {
  today: mdiCalendarTodayOutline,
  students: mdiAccountGroupOutline,
  bench: mdiPencilRuler,
  lead: mdiPlayOutline,
  sound: mdiVolumeHigh,
  ledger: mdiBookOpenVariantOutline,
  shelf: mdiBookshelf,
  signs: mdiAlertOctagonOutline,
  person: mdiAccountOutline,
  search: mdiMagnify,
  add: mdiPlus,
  less: mdiMinus,
  more: mdiDotsVertical,
  close: mdiClose,
  back: mdiArrowLeft,
  next: mdiChevronRight,
  edit: mdiPencilOutline,
  copy: mdiContentCopy,
  delete: mdiDeleteOutline,
  archive: mdiArchiveArrowDownOutline,
  'bring-back': mdiArchiveArrowUpOutline,
  filter: mdiFilterVariant,
  file: mdiFileUploadOutline,
  download: mdiTrayArrowDown,
  print: mdiPrinterOutline,
  clock: mdiClockOutline,
  phone: mdiCellphone,
  rung: mdiStairs,
  lungs: mdiLungs,
  clinician: mdiStethoscope,
  no: mdiCloseOctagonOutline,
  change: mdiSwapHorizontal,
  known: mdiInformationOutline,
  yes: mdiCheckCircleOutline,
  unfinished: mdiProgressClock,
  sleep: mdiSleep,
  drag: mdiDragVertical,
  undo: mdiUndo,
  redo: mdiRedo,
} as const;

export type IconName = keyof typeof ICONS;

/** Makes the icons known to Material, so that `<mat-icon svgIcon="add" />` draws one without asking the server. */
export const provideIcons = () =>
  provideEnvironmentInitializer(() => {
    const registry = inject(MatIconRegistry);
    const sanitizer = inject(DomSanitizer);
    for (const [name, path] of Object.entries(ICONS)) {
      const svg = `<svg viewBox="0 0 24 24"><path d="${path}"/></svg>`;
      registry.addSvgIconLiteral(name, sanitizer.bypassSecurityTrustHtml(svg));
    }
  });
