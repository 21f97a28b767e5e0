package app.vineparcel.web.runs;

import app.vineparcel.web.recipes.RecipeUse;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** How many files were made by which recipe. */
@Component
@Order(2)
class RenditionUse implements RecipeUse {

    private final RenditionRepository renditions;

    RenditionUse(RenditionRepository renditions) {
        this.renditions = renditions;
    }

    @Override
    public String what() {
        return "rendition";
    }

    @Override
    public Map<Long, Long> counts() {
        return renditions.uses().stream()
                .collect(Collectors.toMap(RenditionRepository.Use::recipeId, RenditionRepository.Use::count));
    }
}
