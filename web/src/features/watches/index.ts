export { Watches } from './Watches';
