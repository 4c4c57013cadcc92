"""Addresses of packs."""

from django.urls import path

from . import views

urlpatterns = [
    path("packs", views.PacksView.as_view(), name="packs"),
    path("packs/written", views.WrittenPacksView.as_view(), name="written-packs"),
    path("pack-schema", views.PackSchemaView.as_view(), name="pack-schema"),
]
