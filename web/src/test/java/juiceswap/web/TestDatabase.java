package juiceswap.web;

import java.io.IOException;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.UUID;
import org.springframework.test.context.DynamicPropertyRegistry;

/** New databases in the throw-away cluster that {@code ./juice test} starts. */
public final class TestDatabase {
    private static final String PORT = System.getProperty("juice.test.db.port");
    private static final String USER = System.getProperty("juice.test.db.user", "juice");

    private TestDatabase() {}

    /** Makes an empty database and returns its address. */
    public static String create() {
        String name = "test_" + UUID.randomUUID().toString().replace("-", "");
        try (Connection connection = DriverManager.getConnection(address("postgres"), USER, "");
                Statement statement = connection.createStatement()) {
            statement.execute("create database " + name);
        } catch (SQLException e) {
            throw new IllegalStateException("no test database: run the tests with ./juice test", e);
        }
        return address(name);
    }

    public static void register(DynamicPropertyRegistry properties) {
        register(properties, create());
    }

    public static String user() {
        return USER;
    }

    /** Registers an empty database that is reached by a line which can be cut. */
    public static DatabaseLine registerByLine(DynamicPropertyRegistry properties) throws IOException {
        DatabaseLine line = new DatabaseLine(Integer.parseInt(PORT));
        String address = create().replace(":" + PORT + "/", ":" + line.port() + "/");
        register(properties, address);
        return line;
    }

    private static void register(DynamicPropertyRegistry properties, String address) {
        properties.add("spring.datasource.url", () -> address);
        properties.add("spring.datasource.username", () -> USER);
        properties.add("spring.datasource.password", () -> "");
    }

    private static String address(String database) {
        return "jdbc:postgresql://127.0.0.1:" + PORT + "/" + database;
    }
}
