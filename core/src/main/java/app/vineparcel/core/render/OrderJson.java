package app.vineparcel.core.render;

import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.Sheet;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.core.recipe.RecipeWriter;
import app.vineparcel.core.source.SourceOptions;
import com.fasterxml.jackson.annotation.JsonAutoDetect;
import com.fasterxml.jackson.annotation.JsonProperty;
import com.fasterxml.jackson.annotation.JsonSetter;
import com.fasterxml.jackson.annotation.Nulls;
import com.fasterxml.jackson.annotation.PropertyAccessor;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonGenerator;
import tools.jackson.core.JsonParser;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.SerializationContext;
import tools.jackson.databind.ValueDeserializer;
import tools.jackson.databind.ValueSerializer;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.module.SimpleModule;

/**
 * The JSON form of orders: the components of their records by name, a recipe as its file has it. What a former version did not write is empty; what a
 * later one writes besides is not looked at.
 */
final class OrderJson {

    private static final JsonMapper JSON = JsonMapper.builder()
            .changeDefaultVisibility(found -> found.withVisibility(PropertyAccessor.ALL, JsonAutoDetect.Visibility.NONE)
                    .withVisibility(PropertyAccessor.FIELD, JsonAutoDetect.Visibility.ANY)
                    .withVisibility(PropertyAccessor.CREATOR, JsonAutoDetect.Visibility.ANY))
            .disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .addMixIn(PlanPiece.Part.class, PartNames.class)
            .addMixIn(Sheet.class, SheetNames.class)
            .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
            // sets that orders of former versions do not have yet
            .withConfigOverride(Set.class, of -> of.setNullHandling(JsonSetter.Value.forValueNulls(Nulls.AS_EMPTY)))
            .addModule(new SimpleModule()
                    .addSerializer(Recipe.class, new RecipeOut())
                    .addDeserializer(Recipe.class, new RecipeIn())
                    .addSerializer(Path.class, new PathOut())
                    .addDeserializer(Path.class, new PathIn()))
            .build();

    private OrderJson() {}

    /** What components are called in orders that were written so far. */
    private abstract static class PartNames {
        @JsonProperty("taking")
        private SourceOptions options;
    }

    private abstract static class SheetNames {
        @JsonProperty("laid")
        private List<Sheet.Item> items;
    }

    static String write(Order order) {
        return JSON.writeValueAsString(order);
    }

    static Order read(String json) {
        try {
            return JSON.readValue(json, Order.class);
        } catch (JacksonException e) {
            throw new IllegalArgumentException("this is no order: " + e.getMessage(), e);
        }
    }

    private static final class RecipeOut extends ValueSerializer<Recipe> {

        @Override
        public void serialize(Recipe recipe, JsonGenerator out, SerializationContext context) {
            out.writeRawValue(RecipeWriter.write(recipe));
        }
    }

    private static final class RecipeIn extends ValueDeserializer<Recipe> {

        @Override
        public Recipe deserialize(JsonParser in, DeserializationContext context) {
            try {
                return RecipeReader.read(context.readTree(in).toString(), "order");
            } catch (RecipeException e) {
                throw new IllegalArgumentException(e.getMessage(), e);
            }
        }
    }

    private static final class PathOut extends ValueSerializer<Path> {

        @Override
        public void serialize(Path path, JsonGenerator out, SerializationContext context) {
            out.writeString(path.toString());
        }
    }

    private static final class PathIn extends ValueDeserializer<Path> {

        @Override
        public Path deserialize(JsonParser in, DeserializationContext context) {
            return Path.of(in.getString());
        }
    }
}
