const KEY = "unvo.tab";

/**
 * The name by which the server knows this tab. It outlives a reload; a tab that was doubled, which takes its storage
 * along, finds the name held by the other and takes a fresh one.
 */
export async function tabName(): Promise<string> {
  const kept = sessionStorage.getItem(KEY);
  const name = kept && (await hold(kept)) ? kept : await fresh();
  sessionStorage.setItem(KEY, name);
  return name;
}

async function fresh(): Promise<string> {
  const name = crypto.randomUUID();
  await hold(name);
  return name;
}

const held = new Set<string>();

/** Hold it for as long as this page lives; whether nobody else does. */
function hold(name: string): Promise<boolean> {
  if (held.has(name) || !navigator.locks) return Promise.resolve(true);
  return new Promise((done) => {
    void navigator.locks.request(`unvo.tab.${name}`, { ifAvailable: true }, (lock) => {
      done(lock !== null);
      if (!lock) return undefined;
      held.add(name);
      return new Promise(() => undefined);
    });
  });
}
