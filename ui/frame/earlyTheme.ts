/** Run in the head: sets the theme before the first paint, where no choice was kept. */
export const EARLY_THEME_SCRIPT = `if(!document.documentElement.dataset.theme&&matchMedia('(prefers-color-scheme: dark)').matches)document.documentElement.dataset.theme='dark'`;
