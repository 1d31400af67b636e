export { OwnFixes } from './OwnFixes';
