export { Fixes } from './Fixes';
export { PlanFixes } from './PlanFixes';
export { useFixes } from './useFixes';
