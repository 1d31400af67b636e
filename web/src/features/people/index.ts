export { PersonPage } from './PersonPage';
