// Runs while the application is still on its way: asks who is signed in and, where somebody was, fetches the studio
// beside the rest. Plain JavaScript, because it comes before everything that is built.

// The schemas must not try to write code for themselves: the page forbids it, and each try costs a stack trace.
window.__zod_globalConfig = { jitless: true };
window.earlySession = fetch("/api/session", { headers: { "x-csrf-token": "" } }).catch(() => null);
if (localStorage.getItem("map-step:last-session") && !location.pathname.startsWith("/r/"))
  for (const href of (document.currentScript.dataset.studio || "").split(" ").filter(Boolean)) {
    const link = document.createElement("link");
    link.rel = "modulepreload";
    link.href = href;
    document.head.append(link);
  }
