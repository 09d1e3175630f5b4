/** Text as it stands in a page, whatever it holds. */
export const escaped = (text: unknown): string =>
  String(text)
    .replaceAll("&", "&amp;")
    .replaceAll("<", "&lt;")
    .replaceAll(">", "&gt;")
    .replaceAll('"', "&quot;");

/** A page that stands by itself, without scripts or anything to fetch. */
export const htmlPage = (title: string, body: string): string => `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${escaped(title)}</title>
<style>body{font-family:sans-serif;max-width:46rem;margin:2rem auto;padding:0 1rem;line-height:1.45;color:#1c2b2a}
h2{border-bottom:2px solid #6f9c8c;font-size:1.1rem}table{border-collapse:collapse;width:100%}
th,td{text-align:left;padding:.2rem .5rem .2rem 0;border-bottom:1px solid #ddd4c2}</style>
</head>
<body>
${body}</body>
</html>
`;
