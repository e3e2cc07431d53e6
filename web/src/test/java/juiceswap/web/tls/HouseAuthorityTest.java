package juiceswap.web.tls;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.cert.CertPath;
import java.security.cert.CertPathValidator;
import java.security.cert.CertPathValidatorException;
import java.security.cert.CertificateFactory;
import java.security.cert.PKIXParameters;
import java.security.cert.TrustAnchor;
import java.security.cert.X509Certificate;
import java.time.Duration;
import java.util.Collection;
import java.util.Date;
import java.util.List;
import java.util.Set;
import juiceswap.web.TravellingClock;
import org.apache.catalina.valves.RemoteIpValve;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class HouseAuthorityTest {
    private static final Set<String> NAMES = Set.of("lantern", "lantern.local");
    private static final Set<String> ADDRESSES = Set.of("127.0.0.1", "192.168.7.20", "203.0.113.9", "fd00::1");

    @TempDir
    private Path directory;

    private final TravellingClock clock = new TravellingClock();

    private HouseAuthority authority() {
        return new HouseAuthority(directory.resolve("tls"), clock);
    }

    private List<X509Certificate> chain() throws Exception {
        String pem = Files.readString(authority().serverFile());
        Collection<?> certificates = CertificateFactory.getInstance("X.509")
                .generateCertificates(new ByteArrayInputStream(
                        pem.substring(pem.indexOf("-----BEGIN CERTIFICATE")).getBytes()));
        return certificates.stream().map(X509Certificate.class::cast).toList();
    }

    private void validate(X509Certificate certificate, X509Certificate trusted) throws Exception {
        // what the authority may speak for stands in its own certificate, which is looked at as a part of the path
        PKIXParameters parameters = new PKIXParameters(
                Set.of(new TrustAnchor(trusted.getSubjectX500Principal(), trusted.getPublicKey(), null)));
        parameters.setRevocationEnabled(false);
        parameters.setDate(Date.from(clock.instant()));
        CertPath path = CertificateFactory.getInstance("X.509").generateCertPath(List.of(certificate, trusted));
        CertPathValidator.getInstance("PKIX").validate(path, parameters);
    }

    @Test
    void aCertificateForThisMachineSignedByTheHouse() throws Exception {
        assertThat(authority().prepare(NAMES, ADDRESSES)).isTrue();
        X509Certificate certificate = chain().get(0);
        assertThat(certificate.getSubjectAlternativeNames().stream()
                        .map(name -> String.valueOf(name.get(1)))
                        .toList())
                // an address of the world is nothing that a house can speak for
                .containsExactlyInAnyOrder(
                        "lantern", "lantern.local", "127.0.0.1", "192.168.7.20", "fd00:0:0:0:0:0:0:1");
        validate(certificate, chain().get(1));
        assertThat(Duration.between(
                        certificate.getNotBefore().toInstant(),
                        certificate.getNotAfter().toInstant()))
                .isLessThan(Duration.ofDays(400));
    }

    /** Should the key be stolen: what it signs for anybody else is refused. */
    @Test
    void theHouseCanSpeakForNobodyElse() throws Exception {
        authority().prepare(NAMES, ADDRESSES);
        X509Certificate trusted = chain().get(1);
        for (Set<String> foreign : List.of(Set.of("bank.example"), Set.of("other.local"))) {
            X509Certificate forged = authority().certify(HouseAuthority.newKeys(), foreign, Set.of());
            assertThat(catching(() -> validate(forged, trusted)))
                    .as(foreign.toString())
                    .isInstanceOf(CertPathValidatorException.class);
        }
    }

    private interface Act {
        void run() throws Exception;
    }

    private static Exception catching(Act act) {
        try {
            act.run();
            return null;
        } catch (Exception e) {
            return e;
        }
    }

    @Test
    void itIsRenewedInTimeAndPhonesNeedNotBeToldAgain() throws Exception {
        authority().prepare(NAMES, ADDRESSES);
        X509Certificate first = chain().get(0);
        String known = authority().fingerprint();
        clock.forward(Duration.ofDays(300));
        assertThat(authority().prepare(NAMES, ADDRESSES)).isFalse();
        assertThat(chain().get(0)).isEqualTo(first);
        clock.forward(Duration.ofDays(70));
        assertThat(authority().prepare(NAMES, ADDRESSES)).isFalse();
        assertThat(chain().get(0)).isNotEqualTo(first);
        assertThat(authority().fingerprint()).isEqualTo(known);
        validate(chain().get(0), chain().get(1));
    }

    @Test
    void anotherAddressTakesAnotherCertificateAndAnotherNameAnotherAuthority() throws Exception {
        authority().prepare(NAMES, ADDRESSES);
        String known = authority().fingerprint();
        assertThat(authority().prepare(NAMES, Set.of("10.1.2.3"))).isFalse();
        assertThat(authority().fingerprint()).isEqualTo(known);
        validate(chain().get(0), chain().get(1));
        assertThat(authority().prepare(Set.of("skiff"), ADDRESSES)).isTrue();
        assertThat(authority().fingerprint()).isNotEqualTo(known);
    }

    @Test
    void theKeysAreReadableByTheServerAlone() throws IOException {
        authority().prepare(NAMES, ADDRESSES);
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(directory.resolve("tls"))))
                .isEqualTo("rwx------");
        for (String file : List.of("server.pem", "authority.pem")) {
            assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(
                            directory.resolve("tls").resolve(file))))
                    .isEqualTo("rw-------");
        }
    }

    /** Only the proxy that was named is believed, to the letter: a dot is no wildcard. */
    @Test
    void forwardedHeadersAreBelievedFromTheProxyAlone() {
        RemoteIpValve valve = BehindProxy.valve("10.0.0.7, 10.0.0.8");
        for (String address : List.of("10.0.0.7", "10.0.0.8")) {
            assertThat(address.matches(valve.getInternalProxies())).isTrue();
        }
        for (String address : List.of("127.0.0.1", "10.0.0.70", "10a0b0c7", "192.168.0.1")) {
            assertThat(address.matches(valve.getInternalProxies())).as(address).isFalse();
        }
    }
}
