package app.vineparcel.core.naming;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Where a rendition goes: folder and name, each a {@link Template}. Slashes make folders only where the template itself has
 * them; a field's value never does, and nothing leads out of the destination.
 */
public final class PathTemplate {

    private static final Pattern SLASH_WITHIN = Pattern.compile("\\{[^{}]*[/\\\\][^{}]*\\}");

    private final List<Template> folders;
    private final Template name;

    private PathTemplate(List<Template> folders, Template name) {
        this.folders = folders;
        this.name = name;
    }

    /**
     * Understands a folder and a name.
     *
     * @throws TemplateException if either is malformed, the folder is absolute or has {@code ..}, or the name has a slash
     */
    public static PathTemplate parse(String folder, String name) throws TemplateException {
        return new PathTemplate(folders(folder), name(name));
    }

    /** A template for a file's name, without its ending. */
    public static Template name(String name) throws TemplateException {
        if (name.isBlank()) {
            throw new TemplateException("a name must not be empty; {stem} is the source's own");
        }
        if (name.contains("/") || name.contains("\\")) {
            throw new TemplateException("a name must not have a slash; folders go into the folder clause");
        }
        return Template.parse(name);
    }

    /** The templates of a folder, one a level. */
    public static List<Template> folders(String folder) throws TemplateException {
        if (folder.length() > Template.LONGEST) {
            throw new TemplateException(
                    "it has %,d letters; up to %,d are read".formatted(folder.length(), Template.LONGEST));
        }
        if (folder.startsWith("/") || folder.startsWith("\\") || folder.matches("[A-Za-z]:.*")) {
            throw new TemplateException(
                    "a folder is relative to the destination, so it must not begin with a slash or a drive");
        }
        if (SLASH_WITHIN.matcher(folder.replace("{{", "").replace("}}", "")).find()) {
            throw new TemplateException(
                    "a field has a slash in it, and folders end at slashes; write two fields, as in {shot:yyyy}/{shot:MM}");
        }
        List<Template> levels = new ArrayList<>();
        for (String level : folder.split("[/\\\\]")) {
            if (level.strip().matches("\\.+")) {
                throw new TemplateException(
                        "“%s” would lead out of the destination; name the folders only".formatted(level));
            }
            if (!level.isBlank()) {
                levels.add(Template.parse(level));
            }
        }
        return levels;
    }

    /** All of its templates. */
    public Stream<Template> templates() {
        return Stream.concat(folders.stream(), Stream.of(name));
    }

    /** The same path below another folder. */
    public PathTemplate below(List<Template> outer) {
        List<Template> all = new ArrayList<>(outer);
        all.addAll(folders);
        return new PathTemplate(List.copyOf(all), name);
    }

    /** The path, with {@code /} between its parts, every part safe. */
    public String expand(NameFields fields, String ending) {
        StringBuilder path = new StringBuilder();
        for (Template folder : folders) {
            String level = folder.expand(fields);
            if (!level.isBlank()) {
                path.append(SafeName.of(level)).append('/');
            }
        }
        return path.append(SafeName.of(name.expand(fields)))
                .append('.')
                .append(ending)
                .toString();
    }
}
