package juiceswap.web.tls;

import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.math.BigInteger;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.PrivateKey;
import java.security.SecureRandom;
import java.security.cert.X509Certificate;
import java.security.spec.ECGenParameterSpec;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Date;
import java.util.HexFormat;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.bouncycastle.asn1.pkcs.PrivateKeyInfo;
import org.bouncycastle.asn1.x500.X500NameBuilder;
import org.bouncycastle.asn1.x500.style.BCStyle;
import org.bouncycastle.asn1.x509.BasicConstraints;
import org.bouncycastle.asn1.x509.ExtendedKeyUsage;
import org.bouncycastle.asn1.x509.Extension;
import org.bouncycastle.asn1.x509.GeneralName;
import org.bouncycastle.asn1.x509.GeneralNames;
import org.bouncycastle.asn1.x509.GeneralSubtree;
import org.bouncycastle.asn1.x509.KeyPurposeId;
import org.bouncycastle.asn1.x509.KeyUsage;
import org.bouncycastle.asn1.x509.NameConstraints;
import org.bouncycastle.cert.X509CertificateHolder;
import org.bouncycastle.cert.X509v3CertificateBuilder;
import org.bouncycastle.cert.jcajce.JcaX509CertificateConverter;
import org.bouncycastle.cert.jcajce.JcaX509ExtensionUtils;
import org.bouncycastle.cert.jcajce.JcaX509v3CertificateBuilder;
import org.bouncycastle.openssl.PEMParser;
import org.bouncycastle.openssl.jcajce.JcaPEMKeyConverter;
import org.bouncycastle.openssl.jcajce.JcaPEMWriter;
import org.bouncycastle.openssl.jcajce.JcaPKCS8Generator;
import org.bouncycastle.operator.OperatorCreationException;
import org.bouncycastle.operator.jcajce.JcaContentSignerBuilder;

/**
 * The certificate authority of one house, and the certificate of the machine that serves it.
 *
 * <p>What a phone is asked to trust must not be able to speak for anything but this house, should its key ever be stolen: the
 * authority is constrained (RFC 5280, 4.2.1.10) to this machine's names and to addresses of private networks.
 */
public final class HouseAuthority {
    private static final Duration AUTHORITY_LASTS = Duration.ofDays(3650);
    /** Browsers refuse what lasts longer than 398 days. */
    private static final Duration CERTIFICATE_LASTS = Duration.ofDays(397);

    private static final Duration RENEWED_BEFORE_ITS_END = Duration.ofDays(30);
    /** A phone whose clock is behind still believes it. */
    private static final Duration BEFORE_ITS_TIME = Duration.ofDays(2);

    private static final String CURVE = "secp256r1";
    private static final String SIGNATURE = "SHA256withECDSA";

    /** Loopback, private and link-local networks of IPv4 and IPv6 (RFC 1918, 3927, 4193, 4291), as address/mask. */
    private static final List<String> PRIVATE_NETWORKS = List.of(
            "127.0.0.0/8",
            "10.0.0.0/8",
            "172.16.0.0/12",
            "192.168.0.0/16",
            "169.254.0.0/16",
            "::1/128",
            "fc00::/7",
            "fe80::/10");

    private final Path directory;
    private final Clock clock;
    private final SecureRandom random = new SecureRandom();

    /**
     * @param directory readable by the server alone; made when it is missing
     */
    public HouseAuthority(Path directory, Clock clock) {
        this.directory = directory;
        this.clock = clock;
    }

    /** The authority's key and certificate; one file, so that they always belong together. */
    private Path authorityFile() {
        return directory.resolve("authority.pem");
    }

    /** PEM: the machine's key (PKCS 8), its certificate, the authority's. */
    public Path serverFile() {
        return directory.resolve("server.pem");
    }

    /**
     * Makes what is missing and renews what is due: an authority that is missing, ends, or may not speak for one of the names;
     * a certificate that is missing, ends within 30 days, or lacks a name or an address.
     *
     * @param names of this machine, host names or fully qualified ones
     * @param addresses of this machine, IPv4 or IPv6; only those of private networks are taken
     * @return the authority is new: phones must be told to trust it
     */
    public boolean prepare(Set<String> names, Set<String> addresses) {
        try {
            Files.createDirectories(directory);
            onlyForTheServer(directory, "rwx------");
            boolean newAuthority = !serves(authorityFile(), names, Set.of());
            if (newAuthority) {
                makeAuthority(names);
            }
            if (newAuthority || !serves(serverFile(), names, addresses)) {
                makeCertificate(names, addresses);
            }
            return newAuthority;
        } catch (IOException e) {
            throw new UncheckedIOException("the certificates in " + directory + " can't be written", e);
        } catch (GeneralSecurityException | OperatorCreationException e) {
            throw new IllegalStateException("no certificate could be made", e);
        }
    }

    /** SHA-256 of the authority's certificate in pairs of hexadecimal digits, as phones show it. */
    public String fingerprint() {
        try {
            byte[] hash = java.security.MessageDigest.getInstance("SHA-256")
                    .digest(read(authorityFile()).getEncoded());
            return HexFormat.ofDelimiter(" ").withUpperCase().formatHex(hash);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    void writeFingerprint() {
        try {
            Files.writeString(directory.resolve("fingerprint"), fingerprint() + "\n");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** The authority's certificate, DER. */
    public byte[] authorityCertificate() {
        try {
            return read(authorityFile()).getEncoded();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    private boolean serves(Path file, Set<String> names, Set<String> addresses)
            throws IOException, GeneralSecurityException {
        if (!Files.exists(file)) {
            return false;
        }
        X509Certificate certificate = read(file);
        if (certificate.getNotAfter().toInstant().isBefore(clock.instant().plus(RENEWED_BEFORE_ITS_END))) {
            return false;
        }
        Set<String> wanted = new TreeSet<>(names);
        wanted.addAll(ofPrivateNetworks(addresses));
        return spokenFor(certificate).containsAll(wanted);
    }

    /** Names and addresses that a certificate stands for; of an authority the names that it may speak for. */
    private static Set<String> spokenFor(X509Certificate certificate) throws GeneralSecurityException {
        Set<String> spokenFor = new TreeSet<>();
        byte[] constraints = certificate.getExtensionValue(Extension.nameConstraints.getId());
        if (constraints != null) {
            byte[] inner = org.bouncycastle.asn1.ASN1OctetString.getInstance(constraints)
                    .getOctets();
            for (GeneralSubtree permitted : NameConstraints.getInstance(inner).getPermittedSubtrees()) {
                if (permitted.getBase().getTagNo() == GeneralName.dNSName) {
                    spokenFor.add(permitted.getBase().getName().toString());
                }
            }
            return spokenFor;
        }
        if (certificate.getSubjectAlternativeNames() != null) {
            certificate.getSubjectAlternativeNames().forEach(name -> spokenFor.add(String.valueOf(name.get(1))));
        }
        return spokenFor;
    }

    /** In one spelling: an IPv6 address has many. */
    private static Set<String> ofPrivateNetworks(Set<String> addresses) {
        Set<String> spelled = new TreeSet<>();
        for (String address : addresses) {
            try {
                InetAddress parsed = InetAddress.getByName(address);
                if (isPrivate(parsed)) {
                    spelled.add(parsed.getHostAddress().split("%")[0]);
                }
            } catch (UnknownHostException notAnAddress) {
                throw new IllegalArgumentException("not an address: " + address, notAnAddress);
            }
        }
        return spelled;
    }

    private static boolean isPrivate(InetAddress address) {
        byte[] bytes = address.getAddress();
        boolean uniqueLocal = bytes.length == 16 && (bytes[0] & 0xfe) == 0xfc;
        return uniqueLocal
                || address.isLoopbackAddress()
                || address.isSiteLocalAddress()
                || address.isLinkLocalAddress();
    }

    private void makeAuthority(Set<String> names)
            throws IOException, GeneralSecurityException, OperatorCreationException {
        KeyPair keys = newKeys();
        Instant now = clock.instant();
        // the name tells two houses apart in a phone's list
        var name = new X500NameBuilder(BCStyle.INSTANCE)
                .addRDN(
                        BCStyle.CN,
                        "Juice Swap of this house, " + names.iterator().next() + ", "
                                + now.toString().substring(0, 10))
                .build();
        X509v3CertificateBuilder builder = new JcaX509v3CertificateBuilder(
                name,
                serial(),
                Date.from(now.minus(BEFORE_ITS_TIME)),
                Date.from(now.plus(AUTHORITY_LASTS)),
                name,
                keys.getPublic());
        var extensions = new JcaX509ExtensionUtils();
        List<GeneralSubtree> permitted = new ArrayList<>();
        names.forEach(one -> permitted.add(new GeneralSubtree(new GeneralName(GeneralName.dNSName, one))));
        PRIVATE_NETWORKS.forEach(
                network -> permitted.add(new GeneralSubtree(new GeneralName(GeneralName.iPAddress, network))));
        builder.addExtension(Extension.basicConstraints, true, new BasicConstraints(0))
                .addExtension(Extension.keyUsage, true, new KeyUsage(KeyUsage.keyCertSign | KeyUsage.cRLSign))
                .addExtension(Extension.extendedKeyUsage, false, new ExtendedKeyUsage(KeyPurposeId.id_kp_serverAuth))
                .addExtension(
                        Extension.nameConstraints,
                        true,
                        new NameConstraints(permitted.toArray(GeneralSubtree[]::new), null))
                .addExtension(
                        Extension.subjectKeyIdentifier, false, extensions.createSubjectKeyIdentifier(keys.getPublic()));
        X509Certificate certificate = sign(builder, keys.getPrivate());
        write(authorityFile(), new JcaPKCS8Generator(keys.getPrivate(), null), certificate);
    }

    private void makeCertificate(Set<String> names, Set<String> addresses)
            throws IOException, GeneralSecurityException, OperatorCreationException {
        KeyPair keys = newKeys();
        X509Certificate certificate = certify(keys, names, addresses);
        write(serverFile(), new JcaPKCS8Generator(keys.getPrivate(), null), certificate, read(authorityFile()));
    }

    /** Whether the names are the machine's is for whoever calls to know; whoever trusts the authority looks at that too. */
    X509Certificate certify(KeyPair keys, Set<String> names, Set<String> addresses)
            throws IOException, GeneralSecurityException, OperatorCreationException {
        X509Certificate authority = read(authorityFile());
        Instant now = clock.instant();
        Instant end = now.plus(CERTIFICATE_LASTS);
        Instant authorityEnds = authority.getNotAfter().toInstant();
        X509v3CertificateBuilder builder = new JcaX509v3CertificateBuilder(
                authority,
                serial(),
                Date.from(now.minus(BEFORE_ITS_TIME)),
                Date.from(end.isBefore(authorityEnds) ? end : authorityEnds),
                new javax.security.auth.x500.X500Principal(
                        "CN=" + names.iterator().next()),
                keys.getPublic());
        List<GeneralName> spokenFor = new ArrayList<>();
        names.forEach(name -> spokenFor.add(new GeneralName(GeneralName.dNSName, name)));
        ofPrivateNetworks(addresses).forEach(address -> spokenFor.add(new GeneralName(GeneralName.iPAddress, address)));
        var extensions = new JcaX509ExtensionUtils();
        builder.addExtension(Extension.basicConstraints, true, new BasicConstraints(false))
                .addExtension(Extension.keyUsage, true, new KeyUsage(KeyUsage.digitalSignature))
                .addExtension(Extension.extendedKeyUsage, false, new ExtendedKeyUsage(KeyPurposeId.id_kp_serverAuth))
                .addExtension(
                        Extension.subjectAlternativeName,
                        false,
                        new GeneralNames(spokenFor.toArray(GeneralName[]::new)))
                .addExtension(
                        Extension.subjectKeyIdentifier, false, extensions.createSubjectKeyIdentifier(keys.getPublic()))
                .addExtension(
                        Extension.authorityKeyIdentifier, false, extensions.createAuthorityKeyIdentifier(authority));
        return sign(builder, readKey(authorityFile()));
    }

    static KeyPair newKeys() throws GeneralSecurityException {
        KeyPairGenerator generator = KeyPairGenerator.getInstance("EC");
        generator.initialize(new ECGenParameterSpec(CURVE));
        return generator.generateKeyPair();
    }

    private BigInteger serial() {
        return new BigInteger(127, random);
    }

    private static X509Certificate sign(X509v3CertificateBuilder builder, PrivateKey key)
            throws GeneralSecurityException, OperatorCreationException {
        return new JcaX509CertificateConverter()
                .getCertificate(builder.build(new JcaContentSignerBuilder(SIGNATURE).build(key)));
    }

    private static X509Certificate read(Path file) throws IOException, GeneralSecurityException {
        return new JcaX509CertificateConverter().getCertificate(first(file, X509CertificateHolder.class));
    }

    private static PrivateKey readKey(Path file) throws IOException {
        return new JcaPEMKeyConverter().getPrivateKey(first(file, PrivateKeyInfo.class));
    }

    private static <T> T first(Path file, Class<T> kind) throws IOException {
        try (var parser = new PEMParser(Files.newBufferedReader(file))) {
            Object object = parser.readObject();
            while (object != null && !kind.isInstance(object)) {
                object = parser.readObject();
            }
            if (object == null) {
                throw new IOException("no " + kind.getSimpleName() + " in " + file);
            }
            return kind.cast(object);
        }
    }

    /** In one move: a power cut leaves the old file or the new one. */
    private void write(Path file, Object... objects) throws IOException {
        StringWriter text = new StringWriter();
        try (var writer = new JcaPEMWriter(text)) {
            for (Object object : objects) {
                writer.writeObject(object);
            }
        }
        Path fresh = Files.createTempFile(directory, "new", ".pem");
        onlyForTheServer(fresh, "rw-------");
        Files.writeString(fresh, text.toString());
        Files.move(fresh, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
    }

    private static void onlyForTheServer(Path file, String permissions) throws IOException {
        Files.setPosixFilePermissions(file, PosixFilePermissions.fromString(permissions));
    }
}
