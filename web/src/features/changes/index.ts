export { Changes } from './Changes';
