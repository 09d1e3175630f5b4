// Runs while the application is still on its way: asks who is signed in, and where nobody was, fetches the page to
// sign in on beside the rest. Plain JavaScript, because it comes before everything that is built.
// The schemas must not try to write code for themselves: the page forbids it, and each try costs a stack trace.
window.__zod_globalConfig = { jitless: true };
// React makes errors while it loads, each with a trace that reads all scripts anew; main.tsx turns traces on again.
Error.stackTraceLimit = 0;
window.earlySession = fetch("/api/session", { headers: { "x-csrf-token": "" } }).catch(() => null);
if (!localStorage.getItem("map-step:last-session"))
  for (const href of (document.currentScript.dataset.signIn || "").split(" ").filter(Boolean)) {
    const link = document.createElement("link");
    link.rel = "modulepreload";
    link.href = href;
    document.head.append(link);
  }
