import { Navigate, Route, Routes } from 'react-router';
import { Access } from '../features/access';
import { Audits } from '../features/audits';
import { NewRound, Round, RoundItems, Rounds } from '../features/certify';
import { Changes } from '../features/changes';
import { Checks } from '../features/checks';
import { Compare } from '../features/compare';
import { Conflicts, TasksEditor } from '../features/conflicts';
import { Findings } from '../features/findings';
import { Fixes, PlanFixes } from '../features/fix';
import { OwnFixes } from '../features/fixes';
import { EvidenceFile, Gather, ReadingDesk } from '../features/gather';
import { Journal } from '../features/journal';
import { Match } from '../features/match';
import { PersonPage } from '../features/people';
import { PushPage } from '../features/push';
import { FindingsReport, PackBuilder } from '../features/report';
import { ReviewDesk, Reviews } from '../features/reviews';
import { BackFromProvider, firstPage, SignIn, seesAudits, useSession } from '../features/session';
import { SignIns } from '../features/signins';
import { Standing } from '../features/standing';
import { Own, Users, Welcome } from '../features/users';
import { Watches } from '../features/watches';
import { Waiting } from '../shared/ui';
import { Frame } from './Frame';
import { Shell } from './Shell';

/** Everything needs somebody signed in; the address that was asked for is kept over the sign-in. */
export function App() {
  const session = useSession();
  if (!session.data) {
    return <Waiting error={session.error} what="your session" />;
  }
  if (location.pathname === '/welcome') {
    return <Welcome />;
  }
  if (location.pathname === '/back-from-provider') {
    return <BackFromProvider />;
  }
  if (!session.data.name) {
    return <SignIn provider={session.data.provider} />;
  }
  const own = (
    <>
      <Route path="/own" element={<Own />} />
      <Route path="/fixes" element={<OwnFixes />} />
      <Route path="/reviews" element={<Reviews />} />
      <Route path="/reviews/:round" element={<ReviewDesk />} />
    </>
  );
  if (!seesAudits(session.data)) {
    return (
      <Routes>
        <Route element={<Frame />}>
          {own}
          <Route path="*" element={<Navigate to={firstPage(session.data)} replace />} />
        </Route>
      </Routes>
    );
  }
  return (
    <Routes>
      <Route element={<Frame />}>
        {own}
        <Route path="/audits" element={<Audits />} />
        <Route path="/journal" element={<Journal />} />
        <Route path="/users" element={<Users />} />
      </Route>
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
        <Route path="certify" element={<Rounds />} />
        <Route path="certify/new" element={<NewRound />} />
        <Route path="certify/:round" element={<Round />} />
        <Route path="certify/:round/items" element={<RoundItems />} />
        <Route path="fix" element={<Fixes />} />
        <Route path="fix/plan" element={<PlanFixes />} />
        <Route path="fix/push" element={<PushPage />} />
        <Route path="report" element={<PackBuilder />} />
        <Route path="report/findings" element={<FindingsReport />} />
        <Route path="*" element={<Navigate to="standing" replace />} />
      </Route>
      <Route path="*" element={<Navigate to="/audits" replace />} />
    </Routes>
  );
}
