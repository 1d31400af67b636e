import { Navigate, Route, Routes } from 'react-router';
import { Access } from '../features/access';
import { Audits } from '../features/audits';
import { Changes } from '../features/changes';
import { Checks } from '../features/checks';
import { Compare } from '../features/compare';
import { Conflicts, TasksEditor } from '../features/conflicts';
import { Findings } from '../features/findings';
import { EvidenceFile, Gather, ReadingDesk } from '../features/gather';
import { Match } from '../features/match';
import { PersonPage } from '../features/people';
import { Report } from '../features/report';
import { SignIn, useSession } from '../features/session';
import { SignIns } from '../features/signins';
import { Standing } from '../features/standing';
import { Watches } from '../features/watches';
import { Waiting } from '../shared/ui';
import { Shell } from './Shell';

/** Everything needs somebody signed in; the address that was asked for is kept over the sign-in. */
export function App() {
  const session = useSession();
  if (!session.data) {
    return <Waiting error={session.error} what="your session" />;
  }
  if (!session.data.name) {
    return <SignIn />;
  }
  return (
    <Routes>
      <Route path="/audits" element={<Audits />} />
      <Route path="/s/:snapshot" element={<Shell />}>
        <Route index element={<Navigate to="standing" replace />} />
        <Route path="standing" element={<Standing />} />
        <Route path="gather" element={<Gather />} />
        <Route path="gather/:file" element={<EvidenceFile />} />
        <Route path="gather/:file/desk" element={<ReadingDesk />} />
        <Route path="compare" element={<Compare />} />
        <Route path="match" element={<Match />} />
        <Route path="people/:person" element={<PersonPage />} />
        <Route path="findings" element={<Findings />} />
        <Route path="conflicts" element={<Conflicts />} />
        <Route path="tasks" element={<TasksEditor />} />
        <Route path="checks" element={<Checks />} />
        <Route path="access" element={<Access />} />
        <Route path="changes" element={<Changes />} />
        <Route path="watches" element={<Watches />} />
        <Route path="sign-ins" element={<SignIns />} />
        <Route path="report" element={<Report />} />
        <Route path="*" element={<Navigate to="standing" replace />} />
      </Route>
      <Route path="*" element={<Navigate to="/audits" replace />} />
    </Routes>
  );
}
