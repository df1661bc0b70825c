import { FACT_NAMES, LEVELS, MEASURE_NAMES, RULES, type Rule } from '../screening/index.js';
import { formatsWords } from '../words/index.js';

const LIMITS: Readonly<Record<NonNullable<Rule['limit']>, string>> = {
  sustainable: formatsWords.rulesMarkdown.overSustainable,
  measured: formatsWords.rulesMarkdown.overMeasured,
  'far-over': formatsWords.rulesMarkdown.overMeasuredByHalf,
  unmeasured: formatsWords.rulesMarkdown.overAssumed,
};

/** "hold over 2 s": the measure of a rule with its limit. */
function limitOf({ feature, over, limit, unless }: Rule): string {
  const [name, unit] = MEASURE_NAMES[feature];
  const above = limit
    ? ` ${LIMITS[limit]}`
    : over > 0
      ? formatsWords.rulesMarkdown.over(over, unit).trimEnd()
      : '';
  return `${name}${above}${unless ? ' (a convention)' : ''}`;
}

/** All rules of screening as a table in Markdown, one row for each fact: what speaks against what, and why. */
export function rulesToMarkdown(): string {
  const facts = [...new Set(RULES.map(({ fact }) => fact))];
  const rows = facts.map((fact) => {
    const rules = RULES.filter((rule) => rule.fact === fact);
    const levels = LEVELS.flatMap((level) => {
      const limits = rules.filter((rule) => rule.level === level).map(limitOf);
      return limits.length === 0 ? [] : [`${limits.join(', ')} → **${level}**`];
    });
    const reasons = [...new Set(rules.map(({ reason }) => reason))];
    return `| ${FACT_NAMES[fact]} | ${levels.join(' · ')} | ${reasons.join(' ')} |`;
  });
  return [formatsWords.rulesMarkdown.tableHead, '| --- | --- | --- |', ...rows].join('\n');
}
