export { Cite } from './Cite';
export { Dialog } from './Dialog';
export { JobProgress } from './JobProgress';
export { Key } from './Key';
export { KeyBit } from './KeyBit';
export { Sentences } from './Sentences';
export { useKeys } from './useKeys';
export { Waiting } from './Waiting';
