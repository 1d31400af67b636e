export { Checks } from './Checks';
