# frozen_string_literal: true

module MildAnvil
  # Root of everything the product raises on purpose. The message says what is wrong and what would be right;
  # the values that led to it are in +details+.
  class Error < StandardError
    attr_reader :details

    def initialize(message = self.class.name, **details)
      super(message)
      @details = details
    end
  end

  # 422: a value cannot be used; details[:fields] when a form was sent
  class InvalidInput < Error; end
  # 404
  class NotFound < Error; end
  # 409: someone else was first, or the same file is there already
  class Conflict < Error; end
  # 409: the question has no answer from so few values
  class InsufficientData < Error; end
  # 403
  class Forbidden < Error; end
  # 500: what is stored has another hash than when it was stored
  class Tampered < Error; end
  # 401: nobody has signed in
  class NotSignedIn < Error; end
  # 503: nobody waits for this any more, or it took too long
  class Stopped < Error; end
  # 503: what is driven from here did not do what it was asked
  class DeviceError < Error; end
  # 503: it did not answer in time, and nobody knows what it did
  class DeviceTimeout < DeviceError; end
  # 500: an iteration found no answer; never a wrong one
  class NotConverged < Error; end
end
