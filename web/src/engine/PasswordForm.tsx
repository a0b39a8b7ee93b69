import { useMutation } from '@tanstack/react-query';
import { api } from '../lib/api';
import { Problem } from '../parts/Problem';

/** A source's password: used until the server ends, or kept by the system; it is shown nowhere again. */
export function PasswordForm({ source, taken }: { source: string; taken: () => void }) {
  const set = useMutation({
    mutationFn: ([password, keep]: [string, boolean]) => api.setPassword(source, password, keep),
    onSuccess: taken,
  });
  return (
    <form
      aria-label="Password"
      className="flex flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        const form = new FormData(event.currentTarget);
        set.mutate([String(form.get('password')), form.get('keep') === 'on']);
      }}
    >
      <label className="flex flex-col gap-1">
        <span className="text-[13px] text-quiet">Password</span>
        <input name="password" type="password" required autoFocus autoComplete="off" className="field w-56" />
      </label>
      <label className="flex items-center gap-2 pb-1.5 text-[13px]">
        <input type="checkbox" name="keep" />
        keep it on this machine, encrypted
      </label>
      <button type="submit" className="button primary" disabled={set.isPending}>
        {set.isPending ? 'Trying it' : 'Connect'}
      </button>
      <Problem of={set.error} className="w-full text-[13px]" />
    </form>
  );
}
