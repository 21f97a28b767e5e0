package app.vineparcel.core.plan;

import app.vineparcel.core.recipe.Recipe;

/**
 * One recipe as one channel uses it.
 *
 * @param id whatever the caller knows it by
 * @param recipe the recipe
 * @param channel the channel's name; empty outside channels
 * @param folder the channel's folder template, relative to the destination; the recipe's folder lies below it
 */
public record PlanColumn(String id, Recipe recipe, String channel, String folder) {}
