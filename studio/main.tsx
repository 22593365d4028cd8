import './shell/schemas.ts';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { App } from './shell/app.tsx';
import { keepPresses } from './shell/pressed.ts';
import './ui/theme.css';

keepPresses();
createRoot(document.getElementById('studio') as HTMLElement).render(
  <StrictMode>
    <App />
  </StrictMode>,
);
