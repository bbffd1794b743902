# frozen_string_literal: true

module MildAnvil
  module Actions
    module Verify
      # The samples of every recording, against its hash; and what a zoomed-out curve is drawn from, against them.
      module Recordings
        KIND = "recordings"
        LEFT = ""

        module_function

        # @yield [String, nil]
        def each
          Store::Models::Recording.order(:id).each { |recording| yield wrong(recording) }
        end

        def wrong(recording)
          packed = recording.channels.map { |channel| Store::Samples.packed(channel.id) }
          digests = packed.map { |samples| OpenSSL::Digest::SHA256.hexdigest(samples) }
          name = Recordings.name(recording)
          if OpenSSL::Digest::SHA256.hexdigest(digests.join) != recording.sha256
            return "#{name}: its samples have another hash"
          end

          channel = recording.channels.zip(packed).find { |row, samples| !same_levels?(row, samples) }&.first
          "#{name}: what #{channel.name} is drawn from does not follow from its samples" if channel
        rescue Tampered, Zlib::Error => e
          "#{Recordings.name(recording)}: #{e.message}"
        end
        private_class_method :wrong

        def same_levels?(channel, packed)
          built = Core::Curve::Pyramid.build(packed)
          Store::Samples.bins(channel.id) == built.map(&:bin) &&
            built.all? { |level| Store::Samples.level(channel.id, level.bin) == [level.lows, level.highs] }
        end
        private_class_method :same_levels?

        # @return [String] of a recording, in a sentence
        def name(recording)
          pull = recording.pull
          pull ? "pull #{pull.number} of #{pull.lot.name} (recording #{recording.id})" : "draft #{recording.id}"
        end
      end
    end
  end
end
