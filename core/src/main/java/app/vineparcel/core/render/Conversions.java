package app.vineparcel.core.render;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.colour.BadProfileException;
import app.vineparcel.core.colour.DeviceToRomm;
import app.vineparcel.core.colour.IccProfile;
import app.vineparcel.core.colour.RommToDevice;
import app.vineparcel.core.recipe.ColourClause;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/** Conversions by tables that were prepared for runs, so that each is prepared once, whichever source needs it. May be used from several threads. */
public final class Conversions {

    private record Key(IccProfile profile, String intent, boolean blackPoint) {
        static Key of(IccProfile profile, ColourClause clause) {
            return new Key(profile, clause.intent().word(), clause.blackPoint());
        }
    }

    /** Some tens are in use at any time; many more are those of pictures with profiles of their own. */
    private static final int MOST = 200;

    private final Map<Key, DeviceToRomm> fromDevices = new ConcurrentHashMap<>();
    private final Map<Key, RommToDevice> toDevices = new ConcurrentHashMap<>();

    DeviceToRomm from(IccProfile profile, ColourClause clause, String fileName) throws ProblemException {
        Key key = Key.of(profile, clause);
        DeviceToRomm known = fromDevices.get(key);
        if (known == null) {
            try {
                known = new DeviceToRomm(profile, clause.intent(), clause.blackPoint());
            } catch (BadProfileException e) {
                throw new ProblemException(
                        new Problem.Unsupported(
                                fileName,
                                "Its colour profile cannot be used: " + e.getMessage() + ".",
                                "Convert the picture to a common profile where it was made, or tag it again."),
                        e);
            }
            keep(fromDevices, key, known);
        }
        return known;
    }

    RommToDevice to(IccProfile profile, ColourClause clause) throws ProblemException {
        Key key = Key.of(profile, clause);
        RommToDevice known = toDevices.get(key);
        if (known == null) {
            try {
                known = new RommToDevice(profile, clause.intent(), clause.blackPoint());
            } catch (BadProfileException e) {
                throw new ProblemException(
                        new Problem.BadRequest(
                                clause.profile(),
                                "Colours cannot be converted to this profile: " + e.getMessage() + ".",
                                "Choose another profile in the recipe."),
                        e);
            }
            keep(toDevices, key, known);
        }
        return known;
    }

    private static <T> void keep(Map<Key, T> known, Key key, T made) {
        if (known.size() >= MOST) {
            known.clear();
        }
        known.put(key, made);
    }
}
