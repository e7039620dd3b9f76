import { ask, http, Problem } from '../api/http';

/** Passkeys need a browser that has them, a page that came over https or from this machine, and a name: they are bound to it. */
export const passkeysHere = () =>
  typeof PublicKeyCredential === 'function' && window.isSecureContext && !/^[\d.]+$|:/.test(window.location.hostname);

const changedMind = new Problem('Nothing was done: the browser was not shown a passkey.', 'cancelled', 409);

/** What the browser made, as plain JSON for the server. */
async function shown(ceremony: Promise<Credential | null>) {
  const made = await ceremony.catch(() => null);
  if (!made) throw changedMind;
  return (made as PublicKeyCredential).toJSON() as unknown as Record<string, never>;
}

export async function signInByPasskey() {
  const options = await ask(http.POST('/api/sign-in/passkey/begin'));
  const publicKey = PublicKeyCredential.parseRequestOptionsFromJSON(
    options as unknown as PublicKeyCredentialRequestOptionsJSON,
  );
  const credential = await shown(navigator.credentials.get({ publicKey }));
  return ask(http.POST('/api/sign-in/passkey', { body: { credential } }));
}

export async function makePasskey(password: string, name: string) {
  const options = await ask(http.POST('/api/me/passkeys/begin', { body: { password } }));
  const publicKey = PublicKeyCredential.parseCreationOptionsFromJSON(
    options as unknown as PublicKeyCredentialCreationOptionsJSON,
  );
  const credential = await shown(navigator.credentials.create({ publicKey }));
  return ask(http.POST('/api/me/passkeys', { body: { credential, name } }));
}
