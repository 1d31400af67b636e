export { EvidenceFile } from './EvidenceFile';
export { Gather } from './Gather';
export { ReadingDesk } from './ReadingDesk';
export { useEvidence } from './useEvidence';
