export { FindingsReport } from './FindingsReport';
export { PackBuilder } from './PackBuilder';
