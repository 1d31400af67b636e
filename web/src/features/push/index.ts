export { PushPage } from './PushPage';
