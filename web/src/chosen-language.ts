// Read before any table of words is: which language this browser shows. `pseudo` finds text that is in no table.
try {
  const chosen = localStorage.getItem('nuvrah.language');
  if (chosen !== null) (globalThis as { nuvrahLanguage?: string }).nuvrahLanguage = chosen;
} catch {
  // A browser that keeps nothing shows English.
}
