"""Only the hosts that are named: also for files, which are served before Django would ask for the host."""


class NamedHosts:
    """Middleware that refuses requests under any other name (400): what resolves to this machine is not all meant."""

    def __init__(self, get_response):
        self.get_response = get_response

    def __call__(self, request):
        """Pass the request on, if its host is one of `ALLOWED_HOSTS`."""
        request.get_host()
        return self.get_response(request)
