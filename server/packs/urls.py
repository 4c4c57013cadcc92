"""Addresses of packs."""

from django.urls import path

from . import views

urlpatterns = [
    path("packs", views.PacksView.as_view(), name="packs"),
    path("packs/readings/<uuid:reading>", views.ReadingView.as_view(), name="reading"),
    path("pack-schema", views.PackSchemaView.as_view(), name="pack-schema"),
]
