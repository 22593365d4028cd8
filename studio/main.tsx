import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { config } from 'zod';
import { App } from './shell/app.tsx';
import './ui/theme.css';

// Code made of texts is not allowed here, and to try whether it is would be told of in the console.
config({ jitless: true });

createRoot(document.getElementById('studio') as HTMLElement).render(
  <StrictMode>
    <App />
  </StrictMode>,
);
