export { Access } from './Access';
export { TracePane } from './TracePane';
