"""Addresses of sources."""

from django.urls import path

from . import views

urlpatterns = [
    path("sources", views.SourcesView.as_view()),
    path("sources/<uuid:source_id>", views.SourceView.as_view()),
    path("sources/<uuid:source_id>/file.svg", views.SourceFileView.as_view(form="svg")),
    path("sources/<uuid:source_id>/file.png", views.SourceFileView.as_view(form="png")),
    path("pictures/<str:digest>", views.PictureView.as_view()),
    path("room", views.RoomView.as_view()),
    path("recipes", views.RecipesView.as_view()),
    path("recipe-schema", views.RecipeSchemaView.as_view()),
]
