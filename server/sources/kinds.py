"""The kinds of the source shelf: shapes and grains, and recipes kept to be used again."""

from acts.registry import Act, Kind, Merge, Nothing, Packing, by_serializer, quiet, register
from hollowmist_core.documents.recipe import pictures_of

from . import packing
from .actions.delete_source import delete_source, restore_source
from .actions.forget_recipe import forget_recipe, put_recipe_back
from .actions.keep_recipe import keep_recipe
from .actions.keep_source import keep_source, source_row
from .actions.make_source import take_in
from .models import KeptRecipe, Source
from .serializers import KeptRecipeSerializer, WishedFileSerializer, WishedSourceSerializer


def _keep_source(account, thing, base, body) -> dict:
    source = keep_source(account, thing, base, **body)
    return {"revision": source.revision, "picture": source.picture_id}


def _pictures_of_sources(rows):
    for *digests, recipe in rows.values_list("picture", "original", "working", "recipe"):
        yield from filter(None, digests)
        yield from pictures_of(recipe)


def _pictures_of_recipes(rows):
    for steps in rows.values_list("steps", flat=True):
        yield from pictures_of({"start": {}, "steps": steps})


register(
    Kind(
        table="sources",
        model=Source,
        name="source",
        names="sources",
        anew="take a copy of it to change",
        row=source_row,
        merge=Merge.DOCUMENT,
        most=5_000,
        packing=Packing(
            "`sources` of the manifest, pictures beside it", write=packing.write_sources, read=packing.read_sources
        ),
        acts={
            "keepSource": Act(WishedSourceSerializer, _keep_source, "keep"),
            "takeIn": Act(WishedFileSerializer, quiet(take_in), "keep"),
            "takeSource": Act(Nothing, quiet(delete_source), "take"),
            "putSourceBack": Act(Nothing, quiet(restore_source), "back"),
        },
        pictures=_pictures_of_sources,
    ),
    Kind(
        table="recipes",
        model=KeptRecipe,
        name="recipe",
        names="recipes",
        anew="keep the steps under a name of your own",
        row=by_serializer(KeptRecipeSerializer),
        merge=Merge.SET,
        most=2_000,
        packing=Packing("`recipes` of the manifest", write=packing.write_recipes, read=packing.read_recipes),
        acts={
            "keepRecipe": Act(KeptRecipeSerializer, quiet(keep_recipe), "keep"),
            "forgetRecipe": Act(Nothing, quiet(forget_recipe), "take"),
            "putRecipeBack": Act(Nothing, quiet(put_recipe_back), "back"),
        },
        pictures=_pictures_of_recipes,
    ),
)
