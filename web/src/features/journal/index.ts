export { Journal } from './Journal';
