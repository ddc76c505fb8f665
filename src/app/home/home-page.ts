/** The frame of the client's page: its parts come from this house. */
export const homePage = ({ nonce }: { nonce: string }): string => `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta name="theme-color" content="#f6f2e9">
<meta name="robots" content="noindex">
<title>Kokyu at home</title>
<link rel="icon" href="/icon.svg">
<link rel="stylesheet" href="/at-home/page.css" nonce="${nonce}">
</head>
<body>
<div id="page"></div>
<noscript>This page counts the breath with a script. Let scripts run here, or use your paper sheet.</noscript>
<script src="/at-home/page.js" nonce="${nonce}" defer></script>
</body>
</html>
`;
