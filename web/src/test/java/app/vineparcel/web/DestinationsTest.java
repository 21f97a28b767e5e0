package app.vineparcel.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.http.HttpResponse;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Destinations as they are typed in, wrongly and rightly. */
class DestinationsTest extends Workbench {

    private Visitor visitor;

    @BeforeEach
    void somebody_comes() {
        visitor = new Visitor();
    }

    @AfterEach
    void they_go() {
        sql.update("update channel set destination_id = null, hook = '', hook_secret = null, enclosures = '{}'");
        sql.update("delete from destination");
    }

    @ParameterizedTest
    @ValueSource(strings = {"../outside", "assignment-1", "assignment-1/web", "/etc", ".", "deep/../../x"})
    void a_folder_is_below_the_delivery_root_and_beside_the_assignments(String folder) throws Exception {
        HttpResponse<String> saved =
                visitor.post("/destinations", form("kind", "FOLDER", "name", "Elsewhere", "folder", folder));
        assertThat(saved.body()).contains("not below the delivery root");
        assertThat(saved.body()).doesNotContain("It can be reached");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "kind=SFTP&host=&account=a&secret-SFTP=s; Enter the name or address of the server.",
                "kind=SFTP&host=a%20b&account=a&secret-SFTP=s; Enter the name or address of the server.",
                "kind=SFTP&host=h&port=70000&account=a&secret-SFTP=s; A port from 1 to 65535 is expected.",
                "kind=SFTP&host=h&account=a; Enter the password or key.",
                "kind=BUCKET&endpoint=ftp://x&bucket=abc&region=r&access-key=a&secret-BUCKET=s; An address such as",
                "kind=BUCKET&endpoint=http://u:p@x&bucket=abc&region=r&access-key=a&secret-BUCKET=s; An address such as",
                "kind=BUCKET&endpoint=http://x&bucket=A_b&region=r&access-key=a&secret-BUCKET=s; The name of a bucket is expected",
                "kind=FOLDER&folder=; Name a folder.",
            })
    void every_wrong_field_is_explained_and_nothing_is_kept(String fields, String words) throws Exception {
        HttpResponse<String> saved = visitor.post("/destinations", "name=Wrong&" + fields);
        assertThat(saved.body()).contains(words);
        assertThat(sql.queryForObject("select count(*) from destination", Integer.class))
                .isZero();
    }

    @Test
    void a_password_is_not_shown_to_another_server_and_a_trusted_key_not_taken_for_anothers() throws Exception {
        String[] fields = {"kind", "SFTP", "name", "Press", "host", "127.0.0.1", "port", "1", "account", "ida"};
        String first = form(fields) + "secret-SFTP=known";
        HttpResponse<String> saved = visitor.post("/destinations", first);
        assertThat(saved.body()).contains("cannot be reached").doesNotContain("known");
        long id = Long.parseLong(saved.uri().getPath().replaceAll("\\D+", ""));
        sql.update("update destination set host_key = 'SHA256:trusted' where id = ?", id);
        fields[5] = "localhost";
        assertThat(visitor.post("/destinations/" + id, form(fields)).body()).contains("Enter the password or key.");
        visitor.post("/destinations/" + id, form(fields) + "secret-SFTP=other");
        Map<String, Object> row = sql.queryForMap("select host, host_key from destination where id = ?", id);
        assertThat(row).containsEntry("host", "localhost").containsEntry("host_key", "");
        fields[3] = "Press again";
        assertThat(visitor.post("/destinations/" + id, form(fields)).body()).doesNotContain("Enter the password");
        assertThat(visitor.post("/destinations/" + id + "/trust", "fingerprint=SHA256:other")
                        .body())
                .contains("The server has shown another key since.");
    }

    @Test
    void a_hook_needs_a_secret_and_a_changed_address_a_new_one() throws Exception {
        String page = visitor.get("/channels/2").body();
        assertThat(page).contains("Goes along");
        String[] fields = {
            "/name",
            "Press",
            "/colour",
            "ochre",
            "/folder",
            "press/{assignment|kebab}",
            "/scheme",
            "recipes",
            "recipe",
            "1",
            "destination-folder",
            "{assignment|kebab}",
            "hook",
            "http://127.0.0.1:9/x"
        };
        assertThat(visitor.post("/channels/2", form(fields)).body()).contains("Enter the secret that calls are signed");
        assertThat(visitor.post("/channels/2", form(fields) + "hook-secret=s").body())
                .contains("Saved.");
        assertThat(visitor.post("/channels/2", form(fields)).body()).contains("Saved.");
        fields[13] = "http://127.0.0.1:9/y";
        assertThat(visitor.post("/channels/2", form(fields)).body()).contains("Enter the secret that calls are signed");
        fields[13] = "javascript:alert(1)";
        assertThat(visitor.post("/channels/2", form(fields)).body())
                .contains("An address such as https://shop.example");
        fields[11] = "../{up}";
        assertThat(visitor.post("/channels/2", form(fields)).body()).contains("data-fault=\"destination-folder\"");
    }
}
