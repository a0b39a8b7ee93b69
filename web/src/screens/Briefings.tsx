import { TopBar } from '../parts/TopBar';

export function Briefings() {
  return (
    <>
      <TopBar />
      <main className="mx-auto max-w-5xl px-6 py-8">
        <h1 className="font-serif text-[26px]">Briefings</h1>
        <p className="mt-2 max-w-prose text-quiet">
          A briefing is one page with several studies and a shared filter. Briefings can't be made yet; studies can be handed over
          one by one.
        </p>
      </main>
    </>
  );
}
