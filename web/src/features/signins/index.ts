export { Pinned } from './Pinned';
export { SignIns } from './SignIns';
