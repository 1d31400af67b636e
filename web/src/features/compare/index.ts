export { Compare } from './Compare';
