package app.stalekeys.server.live;

import app.stalekeys.server.platform.Refusal;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.security.cert.Certificate;
import java.security.cert.CertificateFactory;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManagerFactory;

/// Whose certificates a source may show: the ones this machine trusts, or exactly those the auditor
/// pasted, for a company that signs its own.
public final class Trust {

  private Trust() {}

  /// @param pem certificates in PEM; blank for those of this machine
  /// @throws Refusal when the text holds no certificate
  public static SSLContext of(String pem) {
    try {
      SSLContext context = SSLContext.getInstance("TLS");
      context.init(null, pem.isBlank() ? null : factory(pem).getTrustManagers(), null);
      return context;
    } catch (GeneralSecurityException | IOException unreadable) {
      throw Refusal.unusable(
          "The text under \"certificate\" is no certificate in PEM, which begins with -----BEGIN CERTIFICATE-----.");
    }
  }

  private static TrustManagerFactory factory(String pem)
      throws GeneralSecurityException, IOException {
    KeyStore store = KeyStore.getInstance(KeyStore.getDefaultType());
    store.load(null, null);
    int number = 0;
    for (Certificate certificate :
        CertificateFactory.getInstance("X.509")
            .generateCertificates(
                new ByteArrayInputStream(pem.strip().getBytes(StandardCharsets.US_ASCII)))) {
      store.setCertificateEntry("given-" + number++, certificate);
    }
    if (number == 0) {
      throw new IOException("no certificate");
    }
    TrustManagerFactory factory =
        TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
    factory.init(store);
    return factory;
  }
}
