const at = (sorted, share) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0;

/** Times of what is asked for under load, by kind, and how much of it failed. */
export function underLoad() {
  let times = new Map();
  let errors = 0;
  return {
    errors: () => errors,
    /** Does something and notes how long it took; null where it failed. The first five failures are said. */
    async timed(kind, does) {
      const start = performance.now();
      try {
        return await does();
      } catch (error) {
        errors++;
        if (errors <= 5) console.log(`  error: ${error.message}`);
        return null;
      } finally {
        if (!times.has(kind)) times.set(kind, []);
        times.get(kind).push(performance.now() - start);
      }
    },
    /** What took how long since it was said last. */
    said() {
      const now = times;
      times = new Map();
      return [...now]
        .sort(([a], [b]) => a.localeCompare(b))
        .map(([kind, list]) => {
          list.sort((a, b) => a - b);
          return `${kind} ${list.length}, p50 ${at(list, 0.5).toFixed(0)}, p95 ${at(list, 0.95).toFixed(0)} ms`;
        })
        .join('; ');
    },
  };
}
