/** Whether this browser has passkeys at this address: they hold for a name, over https or on this machine. */
export const canPasskeys = (): boolean =>
  window.isSecureContext && 'PublicKeyCredential' in window && !/^[\d.]+$|^\[/.test(window.location.hostname);
