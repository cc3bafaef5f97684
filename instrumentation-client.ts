import { noteNavigation } from './ui/frame/navigations';

/** Called as soon as one goes to another page, before that is there; what replaces a page is the app's own doing. */
export function onRouterTransitionStart(_url: string, type: 'push' | 'replace' | 'traverse'): void {
  if (type !== 'replace') noteNavigation();
}
