export { Standing } from './Standing';
export { useStanding } from './useStanding';
