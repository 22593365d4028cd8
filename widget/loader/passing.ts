/**
 * What a page loads more, behind the loader, when its site tells who is there: once it has loaded, and in its own time, what
 * says so.
 */
const { origin, pathname } = new URL((document.currentScript as HTMLScriptElement).src);

const tell = (): unknown => import(/* @vite-ignore */ `${origin}/w/here.js?${pathname.slice(3, -3)}`).catch(() => {});
if (document.readyState === 'complete') tell();
else addEventListener('load', tell);

export {};
