import { ownTasks } from '@/server/settings';
import { scopeOfRequest } from '@/server/request-scope';
import { TaskList } from '@/stations/tasks/task-list';
import { bringInTasks, dropTask, storeTask } from './actions';

export const metadata = { title: 'Tasks' };

export default async function TasksPage() {
  const scope = await scopeOfRequest();
  return <TaskList own={ownTasks(scope)} actions={{ storeTask, dropTask, bringInTasks }} />;
}
