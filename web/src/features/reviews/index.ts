export { ReviewDesk } from './ReviewDesk';
export { Reviews } from './Reviews';
