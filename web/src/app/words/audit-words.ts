import type { AuditKind } from '@nuvrah/contract';
import { inLanguage } from '@nuvrah/core';

/** What was decided or erased. */
export const AUDIT_WORDS: Readonly<Record<AuditKind, string>> = inLanguage({
  overruled: 'overruled',
  'overruling-withdrawn': 'overruling taken back',
  acknowledged: 'acknowledged',
  'clearance-added': 'clearance filed',
  'clearance-changed': 'clearance changed',
  'approval-added': 'approval recorded',
  'approval-withdrawn': 'approval withdrawn',
  'fact-added': 'fact recorded',
  'fact-changed': 'fact changed',
  'fact-ended': 'fact ended',
  'fact-reopened': 'fact true again',
  'fact-removed': 'fact taken off',
  'birth-year-changed': 'birth year changed',
  'consent-changed': 'consent changed',
  'signs-recorded': 'sign recorded',
  'sign-taken-back': 'sign taken back',
  'log-imported': 'log read in',
  'log-confirmed': 'sittings confirmed',
  erased: 'erased',
});
