import { useApplications } from '../ask/answers';

const KEPT_AS = 'application';

/** Keeps which application somebody works on, for the next place that is about one. */
export function remember(application: string) {
  try {
    window.localStorage.setItem(KEPT_AS, application);
  } catch {
    // Without a store the first application serves.
  }
}

function remembered(): string | null {
  try {
    return window.localStorage.getItem(KEPT_AS);
  } catch {
    return null;
  }
}

/** The application that an address names, or else the one worked on last; empty for none yet. */
export function applicationOf(params: URLSearchParams): string {
  return params.get('application') ?? remembered() ?? '';
}

/** The application that a place begins with: the one worked on last, or else the first. */
export function useStartApplication() {
  const applications = useApplications();
  const last = remembered();
  const all = applications.data ?? [];
  return { ...applications, application: all.find((one) => one.key === last) ?? all[0] };
}
