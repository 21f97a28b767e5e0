package app.vineparcel.web.storage;

import jakarta.annotation.PostConstruct;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.boot.autoconfigure.condition.ConditionalOnWebApplication;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Tells processes that only work where things are: whoever serves pages writes it into the database, whoever works reads it from there first. */
@Component
@ConditionalOnWebApplication
public class SharedSettings {

    private final JdbcTemplate database;
    private final StorageSettings settings;

    private final TransactionTemplate transaction;

    SharedSettings(JdbcTemplate database, StorageSettings settings, TransactionTemplate transaction) {
        this.database = database;
        this.settings = settings;
        this.transaction = transaction;
    }

    /** Writes them down anew, before the first page is served. */
    @PostConstruct
    void share() {
        Map<String, String> shared = new LinkedHashMap<>();
        shared.put("data-folder", settings.dataFolder().toAbsolutePath().toString());
        shared.put("delivery-root", settings.deliveryRoot().toAbsolutePath().toString());
        shared.put(
                "source-roots",
                settings.sourceRoots().stream()
                        .map(root -> root.toAbsolutePath().toString())
                        .collect(Collectors.joining(",")));
        shared.put(
                "destination-roots",
                settings.destinationRoots().stream()
                        .map(root -> root.toAbsolutePath().toString())
                        .collect(Collectors.joining(",")));
        settings.address().ifPresent(address -> shared.put("address", address.toString()));
        shared.put("pixel-limit", String.valueOf(settings.pixelLimit()));
        shared.put("upload-limit", String.valueOf(settings.uploadLimit()));
        shared.put("source-seconds", String.valueOf(settings.sourceSeconds()));
        shared.put("rendition-seconds", String.valueOf(settings.renditionSeconds()));
        shared.put("untrusted", String.join(",", settings.untrusted()));
        shared.put("reader-megabytes", String.valueOf(settings.readerMegabytes()));
        transaction.executeWithoutResult(status -> {
            database.update("delete from shared_setting");
            shared.forEach((name, value) -> database.update("insert into shared_setting values (?, ?)", name, value));
        });
    }

    /**
     * Reads them, before anything else is there.
     *
     * @return by the names of the settings
     * @throws SQLException if the database does not answer, or nobody has written them yet
     */
    public static Map<String, Object> read(String url, String user, String password) throws SQLException {
        Map<String, Object> found = new LinkedHashMap<>();
        try (Connection connection = DriverManager.getConnection(url, user, password);
                Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery("select name, value from shared_setting")) {
            while (row.next()) {
                found.put("vine-parcel." + row.getString(1), row.getString(2));
            }
        }
        if (found.isEmpty()) {
            throw new SQLException("nobody serves pages with this database yet");
        }
        return found;
    }
}
