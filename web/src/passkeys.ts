import { Problem } from './api/client'

/** Passkeys of this browser (Web Authentication, level 3, whose JSON forms the server speaks). */

/** Whether passkeys can be used here: the browser knows them, and Pervius was opened by the name they are bound to. */
export function passkeysHere(host: string | undefined): boolean {
  return Boolean(host) && location.hostname === host && typeof globalThis.PublicKeyCredential?.parseCreationOptionsFromJSON === 'function'
}

/** Where Pervius has to be opened for passkeys, if not here. */
export function passkeyAddress(host: string | undefined): string | undefined {
  return host && location.hostname !== host ? `${location.protocol}//${host}${location.port ? `:${location.port}` : ''}` : undefined
}

export async function makePasskey(options: Record<string, unknown>): Promise<Record<string, unknown>> {
  const publicKey = PublicKeyCredential.parseCreationOptionsFromJSON(options as unknown as PublicKeyCredentialCreationOptionsJSON)
  return asked(
    navigator.credentials.create({ publicKey }),
    'No passkey was made: it was called off, or this device has one for Pervius already.',
  )
}

export async function provePasskey(options: Record<string, unknown>): Promise<Record<string, unknown>> {
  const publicKey = PublicKeyCredential.parseRequestOptionsFromJSON(options as unknown as PublicKeyCredentialRequestOptionsJSON)
  return asked(navigator.credentials.get({ publicKey }), 'No passkey was shown: it was called off, or this device has none for Pervius.')
}

async function asked(question: Promise<Credential | null>, sentence: string): Promise<Record<string, unknown>> {
  try {
    return JSON.parse(JSON.stringify(await question)) as Record<string, unknown>
  } catch {
    throw new Problem(0, 'passkey', sentence)
  }
}
