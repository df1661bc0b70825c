import { inLanguage } from '@nuvrah/core';

/** Words of classes. */
export const classWords = inLanguage({
  classList: {
    classes: 'Classes',
    students: 'Students',
    newClass: 'new class',
    nameOfTheClass: 'name of the class',
    addIt: 'Add it',
    class: 'class',
    whoComes: 'who comes',
    note: 'note',
    archived: '· archived',
    noClassYetGive: 'No class yet. Give the first one a name above.',
    nameNeeded: 'Give the class a name, as you call it.',
  },
  classPage: {
    bringBack: 'Bring back',
    archive: 'Archive',
    archived: 'archived',
    allClasses: 'All classes',
    name: 'name',
    nameOfTheClass: 'name of the class',
    note: 'note',
    whoComes: 'who belongs to it, in the order in which they sit',
    whoBelongs: 'Who belongs to it',
    nobodyYet: 'Nobody belongs to it yet.',
    addSomebody: 'Add somebody',
    edit: 'Edit',
    secondScreen: 'Second screen',
    leadNext: (title: string) => `Lead ${title}`,
    save: 'Save',
    sessions: 'Sessions',
    newSession: 'New session',
    noSession: 'No session yet. A new one opens on the Bench.',
    nameNeeded: 'Give the class a name, as you call it.',
  },
});
