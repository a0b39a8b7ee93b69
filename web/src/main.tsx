import { Problem } from './lib/api';
import './styles.css';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { setNonce } from 'get-nonce';
import { Tooltip } from 'radix-ui';
import { createRoot } from 'react-dom/client';
import { App } from './app';
import { keepFocus } from './lib/keepFocus';
import { readNumberStyle } from './lib/numbers';
import { startTheme } from './lib/theme';

setNonce(document.querySelector<HTMLMetaElement>('meta[name="style-nonce"]')?.content ?? '');
startTheme();
const client = new QueryClient({
  defaultOptions: {
    queries: {
      refetchOnWindowFocus: true, // What the server has refused it refuses again.
      retry: (failures, fault) => failures < 1 && !(fault instanceof Problem && fault.status < 500),
      staleTime: 2000,
    },
  },
});
const root = document.getElementById('root');
if (root) {
  keepFocus(document.body);
  await readNumberStyle();
  createRoot(root).render(
    <QueryClientProvider client={client}>
      <Tooltip.Provider delayDuration={250}>
        <App />
      </Tooltip.Provider>
    </QueryClientProvider>,
  );
}
