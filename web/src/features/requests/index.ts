export { RequestGrid } from './RequestGrid';
