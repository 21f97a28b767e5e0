package app.vineparcel.core.colour;

import java.util.Optional;

/** Where the profiles that recipes name are found: what is built in, and what people imported. */
@FunctionalInterface
public interface ProfileShelf {

    /** Only what is built in. */
    ProfileShelf BUILT_IN = name -> Optional.empty();

    /** A profile that was imported, by its file's name. */
    Optional<IccProfile> imported(String name);

    /** Any profile by its word in a recipe. */
    default Optional<IccProfile> find(String word) {
        if (word.equals(PressProfile.ID)) {
            return Optional.of(PressProfile.coated());
        }
        return BuiltInProfile.byId(word).map(BuiltInProfile::profile).or(() -> imported(word));
    }
}
