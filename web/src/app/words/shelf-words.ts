import { inLanguage, plural } from './language';

/** Words of the Shelf and of the rule book. */
export const shelfWords = inLanguage({
  list: {
    title: 'Shelf',
    shown: (shown: number, all: number) => `${shown} of ${plural(all, 'technique', 'techniques')}`,
    ruleBook: 'Rule book',
    conventions: 'Where schools differ',
    find: 'Name or spelling',
    goal: 'Goal',
    feature: 'What it has',
    seat: 'Seat',
    any: 'any',
    silent: 'Silent',
    handsFree: 'Hands free',
    clear: 'Clear filters',
    none: 'Nothing on the Shelf answers to all of that.',
    variantOf: (name: string) => `your variant of ${name}`,
    beside: (name: string, family: string) => `${name} · ${family}`,
  },
  rules: {
    title: 'Rule book',
    shown: (shown: number, all: number) => `${shown} of ${plural(all, 'rule', 'rules')}`,
    print: 'Print',
    find: 'Condition, part of a session, or name',
    fact: 'What is true',
    anyFact: 'anything',
    level: 'What it asks',
    anyLevel: 'anything',
    levels: {
      no: 'No: it is left out',
      clearance: 'Clearance: a clinician first',
      change: 'Change: another way',
      care: 'Care: to know',
    },
    concerning: 'Only what concerns a student',
    clear: 'Clear filters',
    none: 'No rule says this. Try a condition, a part of the session or a name.',
    touched: (sittings: number, last: string) =>
      `${plural(sittings, 'sitting', 'sittings')}, last on ${last}`,
    measured: (name: string, over: number, unit: string) => `${name} over ${over} ${unit}`,
    unless: (reason: string) => `${reason} (Not where your conventions allow it.)`,
    remedies: (remedies: string) => `What helps: ${remedies}`,
  },
});
