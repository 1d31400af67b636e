export { NewRound } from './NewRound';
export { Round } from './Round';
export { RoundItems } from './RoundItems';
export { Rounds } from './Rounds';
export { useRounds } from './useRounds';
