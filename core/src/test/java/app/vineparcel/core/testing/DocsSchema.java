package app.vineparcel.core.testing;

import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;

/** A JSON Schema of the docs, as other programs use it. */
public final class DocsSchema {

    private final Schema schema;

    /** The one in that file of the docs. */
    public DocsSchema(String name) {
        try {
            schema = SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
                    .getSchema(Files.readString(Path.of("../docs", name)), InputFormat.JSON);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Whether it finds nothing wrong. */
    public boolean accepts(String json) {
        return schema.validate(json, InputFormat.JSON).isEmpty();
    }
}
