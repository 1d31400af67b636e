export { Report } from './Report';
