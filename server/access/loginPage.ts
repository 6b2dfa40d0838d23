const escaped = (text: string): string => text.replace(/[&<>"']/g, (sign) => `&#${sign.charCodeAt(0)};`);

/** Where somebody goes on after logging in: an address of this server, or the Shelf. */
export const wayOn = (to: string | undefined): string =>
  to !== undefined && /^\/(?![/\\])[\x21-\x7e]*$/.test(to) && !to.startsWith('/log') ? to : '/';

/** The page on which a key is shown; it works without scripts. @param problem why the last key did not open anything */
export function loginPage(nonce: string, to: string, problem: string | null): string {
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Inky Veil</title>
<style nonce="${nonce}">
body { margin: 0; min-height: 100vh; display: grid; place-items: center; background: #e6e6e2; color: #1f2328;
  font: 16px/1.5 system-ui, sans-serif; }
form { width: min(360px, 90vw); padding: 24px; background: #f6f6f3; border: 1px solid #c8c8c2; border-radius: 3px; }
h1 { margin: 0 0 4px; font: 24px/1.3 Georgia, serif; color: #9c3b22; }
label { display: block; margin: 16px 0 4px; }
input { box-sizing: border-box; width: 100%; padding: 8px; font: inherit; border: 1px solid #5f6368; border-radius: 3px; }
button { margin-top: 16px; padding: 8px 16px; font: inherit; color: #fff; background: #9c3b22; border: 0; border-radius: 3px; }
:focus-visible { outline: 2px solid #9c3b22; outline-offset: 2px; }
[role=alert] { margin: 12px 0 0; color: #8a5708; }
p { margin: 0; }
</style>
</head>
<body>
<form method="post" action="/login">
<h1>Inky Veil</h1>
<p>This studio is open to those who have its key.</p>
${problem ? `<p role="alert">${escaped(problem)}</p>` : ''}
<label for="key">Key</label>
<input id="key" name="key" type="password" autocomplete="current-password" required autofocus>
<input type="hidden" name="to" value="${escaped(to)}">
<button>Come in</button>
</form>
</body>
</html>`;
}
