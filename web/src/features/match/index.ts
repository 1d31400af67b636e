export { Match } from './Match';
export { useMatchCounts } from './useMatch';
