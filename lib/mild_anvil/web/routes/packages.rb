# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # Data Packages: written, looked at, taken in.
      module Packages
        Acts = Actions::Packages
        ZIP = "application/zip"

        def self.registered(app)
          app.helpers Sending
          app.operation("everythingPackage") { |_| send_package("everything") }
          app.operation("jobPackage") { |given| send_package("job-#{given.id}", job_id: given.id) }
          app.operation("lotPackage") { |given| send_package("lot-#{given.id}", lot_ids: [given.id]) }
          app.operation("lookPackage") do |_|
            path = handed_in
            json(Acts::TakeIn.look(path).merge(sha256: OpenSSL::Digest::SHA256.file(path).hexdigest))
          end
          app.operation("takePackage") do |_|
            choices = taking
            json(Acts::TakeIn.call(handed_in, name: Upload.name_of(uploaded), person_id: person_id,
                                              sha256: choices["sha256"], take: choices["take"]), status: 201)
          end
        end

        # A file without a name, a stretch at a time.
        class Stretches
          BYTES = 1 << 16

          def initialize(file) = @file = file

          def each
            @file.rewind
            while (stretch = @file.read(BYTES))
              yield stretch
            end
          end

          def close = @file.close
        end

        # How a package leaves and how one is read.
        module Sending
          # Written to a file without a name, and sent from there.
          def send_package(name, **scope)
            file = Actions::FileChoices.room
            Acts::Write.call(open_path(file), **scope)
            content_type ZIP
            hand_out("#{name}.zip")
            headers "Content-Length" => File.size(open_path(file)).to_s
            Stretches.new(file)
          end

          # @return [String] where the file that is being handed in can be opened again
          def handed_in = open_path(uploaded[:tempfile])

          # A file without a name is opened by its number.
          def open_path(file) = "/proc/self/fd/#{file.fileno}"

          # @return [Hash] sha256, take
          def taking
            choices_with("sha256 and take") do |given|
              given["sha256"].is_a?(String) && given["take"].is_a?(Array) && given["take"].all?(String)
            end
          end
        end
      end
    end
  end
end
