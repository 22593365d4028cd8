/**
 * What a page loads more, behind the loader, when the chat is to be set in the page’s own font: the launcher wears it at
 * once, and what hands it on to the chat is loaded when the chat is open and asks for it. Where the page’s policy does not
 * allow that, the chat is set in the next font that the page names.
 */
const home = new URL((document.currentScript as HTMLScriptElement).src).origin;

function wear(): void {
  const chat = document.querySelector<HTMLElement>('kineta-chat');
  if (chat) chat.style.fontFamily = getComputedStyle(document.body).fontFamily;
}
// Behind the loader, which waits for the same and puts the chat there first.
if (document.body) wear();
else addEventListener('DOMContentLoaded', wear);

addEventListener('message', event => {
  if (event.origin === home && event.data?.kineta === 'font')
    import(/* @vite-ignore */ `${home}/w/fonts.js`).catch(() => {});
});

export {};
