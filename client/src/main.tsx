import '@fontsource-variable/figtree/wght.css';
import '@fontsource-variable/newsreader/wght.css';
import './theme/theme.scss';
import './words';
import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import { client } from './api/client';
import { changes } from './api/useVisit';
import { App } from './App';
import { applyTheme } from './shell/theme';

applyTheme();

changes.resume();

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <BrowserRouter>
        <App />
      </BrowserRouter>
    </QueryClientProvider>
  </StrictMode>,
);
