import type { AuditKind } from '@nuvrah/contract';

export const AUDIT_WORDS: Readonly<Record<AuditKind, string>> = {
  overruled: 'overruled',
  'overruling-withdrawn': 'overruling taken back',
  acknowledged: 'acknowledged',
  'clearance-added': 'clearance filed',
  'clearance-changed': 'clearance changed',
  erased: 'erased',
};
