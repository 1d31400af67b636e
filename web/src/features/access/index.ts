export { Access } from './Access';
