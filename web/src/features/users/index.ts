export { Own } from './Own';
export { Users } from './Users';
export { Welcome } from './Welcome';
