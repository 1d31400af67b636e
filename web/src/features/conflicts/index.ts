export { Conflicts } from './Conflicts';
export { TasksEditor } from './TasksEditor';
