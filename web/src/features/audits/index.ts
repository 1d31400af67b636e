export { Audits } from './Audits';
export { useSnapshots } from './useSnapshots';
