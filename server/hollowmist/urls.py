"""Addresses: the API under /api, the application everywhere else."""

from django.http import FileResponse, HttpResponse
from django.urls import include, path, re_path
from drf_spectacular.views import SpectacularAPIView, SpectacularSwaggerSplitView

from .settings import WEB


def application(request):
    """The single page that shows every place of Hollowmist."""
    index = WEB / "index.html"
    if not index.is_file():
        return HttpResponse("The front end is not built yet: run script/setup.", status=503)
    return FileResponse(index.open("rb"), headers={"Cache-Control": "no-cache"})


urlpatterns = [
    path("api/", include("accounts.urls")),
    path("api/", include("acts.urls")),
    path("api/", include("tasks.urls")),
    path("api/", include("sources.urls")),
    path("api/", include("rolls.urls")),
    path("api/", include("proofs.urls")),
    path("api/", include("sheets.urls")),
    path("api/", include("packs.urls")),
    path("api/", include("lending.urls")),
    path("api/schema", SpectacularAPIView.as_view(), name="schema"),
    path("api/docs", SpectacularSwaggerSplitView.as_view(url_name="schema"), name="docs"),
    re_path(r"^(?!api/|static/|assets/).*$", application),
]
