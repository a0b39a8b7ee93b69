type Theme = 'light' | 'dark';

const key = 'onewhole.theme';

/** Applies the chosen theme, or the system's. */
export function startTheme() {
  const system = window.matchMedia('(prefers-color-scheme: dark)');
  const apply = () => {
    document.documentElement.dataset.theme = (localStorage.getItem(key) as Theme | null) ?? (system.matches ? 'dark' : 'light');
  };
  system.addEventListener('change', apply);
  apply();
}

export function toggleTheme() {
  const next: Theme = document.documentElement.dataset.theme === 'dark' ? 'light' : 'dark';
  localStorage.setItem(key, next);
  document.documentElement.dataset.theme = next;
}
