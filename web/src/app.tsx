import { BriefingScreen } from './briefing/BriefingScreen';
import { GuidePanel } from './guide/GuidePanel';
import { useArrival } from './lib/arrival';
import { usePath } from './lib/router';
import { Announcer } from './parts/Announcer';
import { Link } from './parts/Link';
import { TopBar } from './parts/TopBar';
import { Briefings } from './screens/Briefings';
import { Home } from './screens/Home';
import { TableScreen } from './screens/TableScreen';
import { TablesScreen } from './screens/TablesScreen';
import { StudyScreen } from './study/StudyScreen';

export function App() {
  return (
    <>
      <Announcer />
      <Screen />
      <GuidePanel />
    </>
  );
}

function Screen() {
  const path = usePath();
  useArrival(path);
  const [place, id] = path.split('/').filter(Boolean);
  if (place === 'studies' && id) return <StudyScreen key={id} id={id} />;
  if (place === 'tables' && id) return <TableScreen key={id} id={id} />;
  if (place === 'tables') return <TablesScreen />;
  if (place === 'briefings' && id) return <BriefingScreen key={id} id={id} />;
  if (place === 'briefings') return <Briefings />;
  if (!place || place === 'studies') return <Home />;
  return (
    <>
      <TopBar />
      <main className="p-8">
        <h1 className="font-serif text-2xl">There is nothing at this address</h1>
        <p className="mt-2">
          <Link to="/" className="word">
            To the studies
          </Link>
        </p>
      </main>
    </>
  );
}
