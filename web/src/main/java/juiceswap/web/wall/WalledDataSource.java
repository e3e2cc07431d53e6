package juiceswap.web.wall;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.util.Collections;
import java.util.Map;
import java.util.Objects;
import java.util.WeakHashMap;
import javax.sql.DataSource;
import org.jspecify.annotations.Nullable;
import org.postgresql.PGConnection;
import org.springframework.jdbc.datasource.DelegatingDataSource;

/** Hands out connections that see one household, or all, as the thread that asks works for one or for all. */
final class WalledDataSource extends DelegatingDataSource {
    private static final String ALL = "";

    /** What each connection was told last; one that is new sees all. */
    private final Map<PGConnection, String> told = Collections.synchronizedMap(new WeakHashMap<>());

    WalledDataSource(DataSource plain) {
        super(plain);
    }

    @Override
    public Connection getConnection() throws SQLException {
        Connection connection = super.getConnection();
        try {
            tell(connection, ForHousehold.now());
            return connection;
        } catch (SQLException | RuntimeException failed) {
            connection.close();
            throw failed;
        }
    }

    private void tell(Connection connection, @Nullable Long household) throws SQLException {
        PGConnection physical = connection.unwrap(PGConnection.class);
        String wanted = household == null ? ALL : String.valueOf(household);
        if (Objects.equals(told.getOrDefault(physical, ALL), wanted)) {
            return;
        }
        // whatever goes wrong from here on, it must not be taken for told
        told.remove(physical);
        try (PreparedStatement statement =
                connection.prepareStatement("select set_config('juice.household', ?, false)")) {
            statement.setString(1, wanted);
            statement.execute();
        }
        told.put(physical, wanted);
    }
}
