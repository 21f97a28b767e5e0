package app.vineparcel.web.work;

/** What a process of the application does. */
public enum Role {
    /** It serves pages and works. */
    ALL,
    /** It serves pages; others work. */
    PAGES,
    /** It works; others serve pages. */
    WORKER
}
