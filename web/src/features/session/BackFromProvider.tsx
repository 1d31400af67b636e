import { useEffect } from 'react';

/**
 * Where the identity provider sends the browser back to. The session's cookie is strict: it comes along only
 * when a page of ours goes on, so this one does.
 */
export function BackFromProvider() {
  useEffect(() => location.replace(`/login/oauth2/code/provider${location.search}`), []);
  return (
    <p className="p-6" role="status">
      Signing in …
    </p>
  );
}
