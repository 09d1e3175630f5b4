// Runs while the application is still on its way: asks who is signed in, and where nobody was, fetches the page to
// sign in on beside the rest. Plain JavaScript, because it comes before everything that is built.
window.earlySession = fetch("/api/session", { headers: { "x-csrf-token": "" } }).catch(() => null);
if (!localStorage.getItem("map-step:last-session"))
  for (const href of (document.currentScript.dataset.signIn || "").split(" ").filter(Boolean)) {
    const link = document.createElement("link");
    link.rel = "modulepreload";
    link.href = href;
    document.head.append(link);
  }
