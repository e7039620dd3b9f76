import '@fontsource-variable/figtree/wght.css';
import '@fontsource-variable/newsreader/wght.css';
import './theme/theme.scss';
import './words';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import { Problem } from './api/http';
import { App } from './App';
import { signInNeeded } from './shell/door';
import { applyTheme } from './shell/theme';

applyTheme();

const client = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (count, error) => error instanceof Problem && error.code === 'no-connection' && count < 20,
      refetchOnWindowFocus: true,
    },
  },
});
client.getQueryCache().subscribe((event) => {
  const error = event.query.state.error;
  if (event.type === 'updated' && error instanceof Problem && error.code === 'signed-out') signInNeeded();
});

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <BrowserRouter>
        <App />
      </BrowserRouter>
    </QueryClientProvider>
  </StrictMode>,
);
