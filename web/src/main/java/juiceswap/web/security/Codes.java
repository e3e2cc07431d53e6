package juiceswap.web.security;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.util.HexFormat;
import java.util.Locale;

/** Codes that people read and type, and what is stored of them and of the keys of programs. */
public final class Codes {
    /** Without letters and digits that look alike; {@code ./juice} makes codes of the same kind. */
    private static final String ALPHABET = "23456789ABCDEFGHJKMNPQRSTVWXYZ";

    private static final SecureRandom RANDOM = new SecureRandom();

    private Codes() {}

    static String random(int length) {
        StringBuilder code = new StringBuilder();
        for (int i = 0; i < length; i++) {
            code.append(ALPHABET.charAt(RANDOM.nextInt(ALPHABET.length())));
        }
        return code.toString();
    }

    /** As it was meant: capitals and digits alone. */
    static String tidy(String typed) {
        return typed.toUpperCase(Locale.ROOT).replaceAll("[^0-9A-Z]", "");
    }

    /** SHA-256 in hexadecimal: who reads the database can't use what stands there. */
    public static String hash(String code) {
        try {
            return HexFormat.of()
                    .formatHex(MessageDigest.getInstance("SHA-256").digest(code.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException everyJdkHasIt) {
            throw new IllegalStateException(everyJdkHasIt);
        }
    }
}
