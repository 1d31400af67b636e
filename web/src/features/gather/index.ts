export { EvidenceFile } from './EvidenceFile';
export { Gather } from './Gather';
export { useEvidence } from './useEvidence';
