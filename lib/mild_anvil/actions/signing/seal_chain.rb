# frozen_string_literal: true

module MildAnvil
  module Actions
    module Signing
      # Signs the head of the chain of events: whoever writes the chain anew later does not meet it.
      module SealChain
        EVERY_SECONDS = 86_400

        module_function

        # @return [Store::Models::ChainSeal, nil] nil where it was done within a day, or nothing has happened since
        def if_due(now: Time.now)
          last = Store::Models::ChainSeal.order(:id).last
          return if last && now - last.created_at < EVERY_SECONDS

          head = Store::Journal.head
          call(head, now) unless head.nil? || head[:sha256] == last&.sha256
        end

        def call(head, now = Time.now)
          text = Canonical.text({ kind: "chain", version: Hand::VERSION, installation: Packages::Write.installation,
                                  event: head[:uid], sha256: head[:sha256], at: now.utc.iso8601(6) })
          Store::Models::ChainSeal.create(event_id: head[:id], sha256: head[:sha256], created_at: now,
                                          **Keys.seal(text))
        end
      end
    end
  end
end
