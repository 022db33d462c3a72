import createCache from '@emotion/cache';
import { CacheProvider } from '@emotion/react';
import { ThemeProvider } from '@mui/material/styles';
import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router';
import '@fontsource-variable/archivo/wdth.css';
import './ui/theme/tokens.css';
import { keepApp } from './app/keepApp.ts';
import { router } from './app/router.tsx';
import { queryClient } from './data/session.ts';
import { startMode } from './ui/theme/mode.ts';
import { theme } from './ui/theme/theme.ts';

startMode();
if (import.meta.env.PROD) keepApp((to) => router.navigate(to));
const nonce = document.querySelector('meta[property="csp-nonce"]')?.getAttribute('content') ?? undefined;
const cache = createCache({ key: 'm', nonce });
const root = document.getElementById('root');
if (!root) throw new Error('The page has no root.');
createRoot(root).render(
  <StrictMode>
    <CacheProvider value={cache}>
      <ThemeProvider theme={theme} defaultMode="system" modeStorageKey="maul-mode">
        <QueryClientProvider client={queryClient}>
          <RouterProvider router={router} />
        </QueryClientProvider>
      </ThemeProvider>
    </CacheProvider>
  </StrictMode>,
);
