# frozen_string_literal: true

require "openssl"

module MildAnvil
  module Actions
    # Puts a read and analysed recording into the database; runs inside the caller's transaction.
    module StoreCurve
      module_function

      # @return [Array<Array(Core::Curve::Channel, Thread)>] the channels to store, being compressed
      def prepare(recording) = channels(recording).map { |channel| [channel, Store::Samples.prepare(channel.packed)] }

      # Waits until all of them are compressed.
      def ready(prepared) = prepared.map(&:last).each(&:join)

      # @param key [String] that the draft is found by
      # @param prepared [Array] what prepare gave
      # @return [Store::Models::Curve] without a pull
      def call(key:, name:, source:, packed:, prepared:, reading:, analysis:, findings:)
        file = Store::Models::SourceFile.keep(name: name, sha256: source.sha256, byte_count: source.size, packed: packed)
        recording = reading.recording
        axis = recording.time_axis
        curve = Store::Models::Curve.create(draft_key: key, source_file_id: file.id, sample_count: recording.size, start_seconds: axis.start_seconds,
                                            end_seconds: axis.end_seconds, interval_seconds: axis.interval_seconds, sense: analysis.sense,
                                            offset_newtons: analysis.offset_newtons, step_newtons: analysis.step_newtons, sha256: "-" * 64, reading: reading.to_h, created_at: Time.now)
        digests = prepared.each_with_index.map { |(channel, samples), position| write(curve, channel, samples, position) }
        curve.update(sha256: OpenSSL::Digest::SHA256.hexdigest(digests.join))
        keep_findings(curve, findings)
        curve
      end

      def channels(recording)
        return recording.channels if recording.time_axis.even?

        time = Core::Curve::Channel.new(name: "Time", role: "time", unit: Catalogue.units.find("s"), samples: recording.time_axis.stamps)
        [*recording.channels, time]
      end
      private_class_method :channels

      def write(curve, channel, samples, position)
        row = Store::Models::Channel.create(curve_id: curve.id, position: position, name: channel.name, role: channel.role, unit: channel.unit&.symbol, main: channel.main)
        Store::Samples.keep(row.id, samples)
        OpenSSL::Digest::SHA256.hexdigest(channel.packed)
      end
      private_class_method :write

      def keep_findings(curve, findings)
        Store::Models::Finding.dataset.multi_insert(findings.map do |finding|
          { curve_id: curve.id, kind: finding.kind.to_s, at_seconds: finding.at_seconds, until_seconds: finding.until_seconds, force_newtons: finding.force_newtons,
            because: finding.because, extra: JSON.generate(finding.extra), rule_version: Core::Curve::Analysis::RULE_VERSION }
        end)
      end
      private_class_method :keep_findings
    end
  end
end
