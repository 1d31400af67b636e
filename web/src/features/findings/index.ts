export { Findings } from './Findings';
